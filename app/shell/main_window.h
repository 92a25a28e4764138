#pragma once
// The window: puts the bars, the places and the right column around one document and one runner.

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/files/storage.h"
#include "app/house/place.h"
#include "app/play/play_control.h"
#include "app/play/recording_control.h"
#include "app/shell/channel_menu.h"
#include "app/shell/file_control.h"
#include "app/shell/targets.h"
#include "app/shell/undo_keys.h"

#include <QMainWindow>

class QStackedWidget;

namespace fern::app {

class DoorSheet;
class GoTo;
class HelpWindow;
class Rail;
class RightColumn;
class StartPage;
class TickBar;
class TopBar;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `storage` says where recent files, locks and recovery copies are kept.
    MainWindow(Dialogs& dialogs, Storage storage, QWidget* parent = nullptr);
    /// Hides first: a field that loses its focus still enters what is typed.
    ~MainWindow() override { hide(); }

    Document& document() { return m_document; }
    Runner& runner() { return m_runner; }
    PlayControl& play() { return m_play; }
    FileControl& files() { return m_files; }

    /// Goes there; a place is made when it is opened first. Without an instrument nothing happens.
    void goTo(const Destination& there);
    /// Opens the sheet for a new instrument or channel.
    void openDoor(bool forChannel);
    /// Whether something is being read or imported.
    bool isBusy() const;

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    QWidget* createMiddle();
    QList<QAction*> createActions();
    QList<QAction*> createFileActions();
    QList<QAction*> createEditActions();
    void createViewActions();
    void connectDocument();
    void connectBars();

    Place* placeNamed(const QString& name);
    void openPlace(Place* place);
    void goToPointer(const QString& pointer);
    Ways ways();
    /// Opens the list of everything that can be gone to.
    void openGoTo();
    void importLog(const QString& path);
    void makeDoor();
    void showView();
    void showDocument();
    void showHelp();
    void showAbout();
    void toggleLook();

    Dialogs& m_dialogs;
    Document m_document;
    CaptureLibrary m_library{m_document};
    UndoKeys m_undoKeys{this};
    Runner m_runner;
    NoticeBar* m_notice;
    FileControl m_files;
    PlayControl m_play;
    RecordingControl m_recording;
    House m_house;
    QMenu* m_menu;
    GoTo* m_goTo;
    ChannelMenu* m_channelMenu;
    TopBar* m_topBar;
    Rail* m_rail;
    QStackedWidget* m_stack;
    StartPage* m_start;
    std::vector<Place*> m_places; ///< as in the table; null until they are opened
    Place* m_place = nullptr; ///< that is open
    DoorSheet* m_door = nullptr;
    RightColumn* m_right;
    TickBar* m_tickBar;
    HelpWindow* m_help = nullptr;
};

} // namespace fern::app
