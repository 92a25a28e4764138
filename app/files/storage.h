#pragma once
// What the program keeps beside the instruments: recent files and the look.

#include "app/look/tokens.h"

#include <QString>
#include <QStringList>

namespace fern::app {

/// Keeps everything in one folder. With an empty folder nothing is kept, as for pictures.
class Storage {
public:
    explicit Storage(QString folder = {})
        : m_folder(std::move(folder))
    {
    }

    const QString& folder() const { return m_folder; }

    /// Files opened or saved, the newest first, at most eight that still exist.
    QStringList recentFiles() const;
    void addRecent(const QString& path) const;

    LookKind look() const;
    void setLook(LookKind kind) const;

private:
    QString settingsFile() const;

    QString m_folder;
};

} // namespace fern::app
