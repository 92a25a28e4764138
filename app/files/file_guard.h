#pragma once
// Guards the open file: a lock that other windows see, a watch that sees what others write, and a
// recovery copy while there are changes that are not saved.

#include "app/document/document.h"

#include <QFile>
#include <QFileSystemWatcher>
#include <QLockFile>
#include <QTimer>

#include <memory>
#include <thread>
#include <vector>

namespace fern::app {

class FileGuard : public QObject {
    Q_OBJECT
public:
    /// Locks and copies are kept in `folder`; an empty one keeps none.
    FileGuard(Document& document, QString folder, QObject* parent);
    ~FileGuard() override;

    /// Guards the document's present file. Returns false when another window guards it already.
    bool adopt();

    /// What a program that ended without saving left of the document's file.
    struct LeftCopy {
        QString path;
        QString at; ///< when it was written, for the question about it
        Instrument instrument;
    };
    /// Returns those that can be read, the newest first.
    std::vector<LeftCopy> leftBehind() const;
    /// From now on it is this window's own copy.
    void takeUp(const LeftCopy& copy) { m_copy = copy.path; }
    static void forget(const LeftCopy& copy) { QFile::remove(copy.path); }
    /// Removes this window's own copy.
    void dropCopy();

    /// Whether the file now holds something else than the document read or wrote last.
    bool isChangedOnDisk() const;

Q_SIGNALS:
    /// The file was changed or removed by someone else.
    void changedOnDisk();

private:
    QString nameFor(const QString& suffix) const;
    QString freeCopyName() const;
    void writeCopy();
    void checkDisk();

    Document& m_document;
    QString m_folder;
    QString m_key; ///< names the guarded file in the folder
    QString m_copy; ///< path of this window's own recovery copy
    std::unique_ptr<QLockFile> m_lock;
    QFileSystemWatcher m_watcher;
    QTimer m_copyTimer;
    QTimer m_diskTimer;
    std::jthread m_writing; ///< the copy, beside the window
};

} // namespace fern::app
