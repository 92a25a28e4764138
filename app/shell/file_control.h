#pragma once
// The instrument's file: opening, saving, what a crash left, what others did to it.

#include "app/dialogs/dialogs.h"
#include "app/document/document.h"
#include "app/files/file_guard.h"
#include "app/files/storage.h"
#include "app/notice/notice_bar.h"

class QMenu;

namespace fern::app {

class FileControl : public QObject {
    Q_OBJECT
public:
    /// Questions stand above `window`.
    FileControl(
        Document& document, Dialogs& dialogs, Storage storage, NoticeBar& notice, QWidget* window);

    const Storage& storage() const { return m_storage; }
    /// Opens a file; on error says so and keeps what is open.
    bool open(const QString& path);
    /// Asks for a file and opens it.
    void choose();
    /// Begins an instrument that has no file yet.
    void start(const Instrument& instrument);
    /// Guards the file that is open now, or the lack of one, and offers what a crash left of it.
    void guard();
    bool save();
    bool saveAs();
    /// Asks about unsaved changes; returns whether going on is right.
    bool mayLeave();
    /// The window closes: nothing is left behind.
    void leave() { m_guard.dropCopy(); }
    /// Fills a menu with the files that were used lately.
    void fillRecent(QMenu& menu);

private:
    bool saveTo(const QString& path);
    void tellAboutDisk();

    Document& m_document;
    Dialogs& m_dialogs;
    Storage m_storage;
    NoticeBar& m_notice;
    QWidget* m_window;
    FileGuard m_guard;
};

} // namespace fern::app
