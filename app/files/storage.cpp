#include "app/files/storage.h"

#include <QFileInfo>
#include <QSettings>

namespace fern::app {

namespace {

constexpr int mostRecent = 8;
const QString recentKey = QStringLiteral("recentFiles");
const QString lookKey = QStringLiteral("look");
const QString darkWord = QStringLiteral("dark");

} // namespace

QString Storage::settingsFile() const
{
    return m_folder + QStringLiteral("/settings.ini");
}

QStringList Storage::recentFiles() const
{
    if (m_folder.isEmpty())
        return {};
    QStringList there;
    for (const auto& path :
        QSettings(settingsFile(), QSettings::IniFormat).value(recentKey).toStringList())
        if (QFileInfo::exists(path))
            there << path;
    return there;
}

void Storage::addRecent(const QString& path) const
{
    if (m_folder.isEmpty())
        return;
    auto files = recentFiles();
    const auto absolute = QFileInfo(path).absoluteFilePath();
    files.removeAll(absolute);
    files.prepend(absolute);
    QSettings(settingsFile(), QSettings::IniFormat).setValue(recentKey, files.mid(0, mostRecent));
}

LookKind Storage::look() const
{
    const bool isDark = !m_folder.isEmpty()
        && QSettings(settingsFile(), QSettings::IniFormat).value(lookKey).toString() == darkWord;
    return isDark ? LookKind::Dark : LookKind::Light;
}

void Storage::setLook(LookKind kind) const
{
    if (!m_folder.isEmpty())
        QSettings(settingsFile(), QSettings::IniFormat)
            .setValue(lookKey, kind == LookKind::Dark ? darkWord : QStringLiteral("light"));
}

} // namespace fern::app
