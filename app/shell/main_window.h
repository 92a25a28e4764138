#pragma once
// The window: puts the bars, the places and the right column around one document and one runner.

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/files/file_guard.h"
#include "app/files/storage.h"
#include "app/runner/background_job.h"
#include "app/runner/runner.h"
#include "app/shell/undo_keys.h"
#include "app/tick/play_choice.h"
#include "io/stand_in_link.h"
#include "reading/log_import.h"

#include <QMainWindow>

class QMenu;
class QStackedWidget;

namespace fern::app {

class Card;
class ChannelsPlace;
class DoorSheet;
class FindingsView;
class GlassView;
class HandButtons;
class HelpWindow;
class NoticeBar;
class BenchPlace;
class PartsPlace;
class Rail;
class StartPage;
class TickBar;
class TopBar;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `storage` says where recent files, locks and recovery copies are kept.
    MainWindow(Dialogs& dialogs, Storage storage, QWidget* parent = nullptr);

    /// Opens a file; on error says so and keeps what is open.
    bool open(const QString& path);
    /// Without a file: offers what a crash left of an instrument that was never saved.
    void begin();
    /// Plays a recording through the open instrument, once it is read; on error says so and goes on
    /// as before.
    void playRecording(const QString& path);
    /// Asks where the columns of a log go, to import it.
    void importLog(const QString& path);
    /// Listens to a stand-in by its word, to a feed by its address, or to a serial port by its
    /// path; seconds or speed in baud behind a blank.
    void listenTo(const QString& source);
    bool isListening() const;
    /// Whether something is being read or imported.
    bool isBusy() const { return m_reading.isRunning() || m_importing.isRunning(); }
    void chooseChannel(const QString& id, const QString& reader = {});
    /// The places, by their numbers on the rail.
    enum class Place { Parts = 1, Channels = 2, Bench = 5 };
    /// Opens a place; it is made when it is opened first.
    void openPlace(Place place);
    /// Opens the captures of the Bench place.
    void openCaptures();
    /// Opens the Parts place at one of its sheets, by the sheet's word.
    void openParts(const QString& sheet);
    /// Opens the sheet for a new instrument or channel.
    void openDoor(bool forChannel);

    Document& document() { return m_document; }
    Runner& runner() { return m_runner; }

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    QAction* addAction(
        QMenu* menu, const QString& text, const char* name, const QKeySequence& keys = {});
    void createFileActions();
    void createEditActions();
    void createChannelActions();
    void createViewActions();
    QWidget* createMiddle();
    QWidget* createRightColumn();
    void connectDocument();
    void connectParts();
    void connectDoors();

    void chooseFile();
    void chooseRecording();
    void fillRecentMenu();
    bool save();
    bool saveAs();
    bool saveTo(const QString& path);
    /// Asks about unsaved changes; returns whether going on is right.
    bool mayLeave();
    /// Guards the file that is open now and offers what a crash left of it.
    void guardFile();
    void tellAboutDisk();

    QWidget* placeWidget();
    void showView();
    void showInPlace();
    void showFindings(const RunView& view);
    void showDocument();
    /// Chooses the channel so many places to the right of the present one.
    void stepChannel(int by);
    void renameChannel();
    void goTo(const QString& place);
    void liveWith(const Finding& finding);
    void toggleRun();
    QList<PlayChoice> playChoices() const;
    void showPlayChoices();
    void offerSources(const QPoint& at);
    /// Offers what can say what is true while one calibrates.
    void offerMeters(const QPoint& at);
    void useMeterStandIn();
    void chooseMeterPort();
    /// Does what a choice of what drives the instrument says.
    void play(const QString& key);
    void startScenario(const QString& id);
    void playCapture(const QString& id, std::optional<Tap> tap);
    void readAndPlay(const QString& path, std::optional<Tap> tap, const QString& key);
    void runJob(BackgroundJob& job, const QString& words, BackgroundJob::Work work);
    void showJob(BackgroundJob& job, double share);
    void chooseLog();
    void importAs(const ImportPlan& plan);
    void addCapture(const StoredCapture& capture);
    std::unique_ptr<StandIn> standInOf(StandInKind kind, const QString& channel = {});
    void listenToStandIn(const QString& word);
    void listenToFeedStandIn();
    void listenToThisComputer();
    void choosePort();
    void chooseFeed();
    void listenToFeed(const QString& addressAndSeconds);
    void toggleRecording();
    /// Says when a recording has ended, and what can be done with it.
    void showRecording(const RecordingView& recording);
    void listenToPort(const QString& pathAndBaud);
    void listen(std::shared_ptr<io::Link> link);
    void toggleLook();
    void showHelp();
    void showAbout();

    Dialogs& m_dialogs;
    Storage m_storage;
    Document m_document;
    CaptureLibrary m_library{m_document};
    FileGuard m_guard;
    UndoKeys m_undoKeys{this};
    Runner m_runner;
    BackgroundJob m_reading{this}; ///< of what is to be played
    BackgroundJob m_importing{this};
    QString m_logPath; ///< of the log that is being imported
    StoredCapture m_recorded; ///< what is being recorded
    std::function<void(const io::StandInFaults&)> m_setFaults; ///< of the stand-in, if any
    QMenu* m_menu = nullptr;
    QMenu* m_recentMenu = nullptr;
    QMenu* m_channelMenu = nullptr;
    QAction* m_addChannel = nullptr;
    QList<QAction*> m_barActions;
    TopBar* m_topBar = nullptr;
    QStackedWidget* m_stack = nullptr;
    StartPage* m_start = nullptr;
    Rail* m_rail = nullptr;
    Place m_place = Place::Channels;
    PartsPlace* m_parts = nullptr;
    BenchPlace* m_bench = nullptr;
    ChannelsPlace* m_channels = nullptr;
    DoorSheet* m_door = nullptr;
    QWidget* m_rightColumn = nullptr;
    Card* m_glassCard = nullptr;
    GlassView* m_glass = nullptr;
    HandButtons* m_hand = nullptr;
    FindingsView* m_findings = nullptr;
    NoticeBar* m_notice = nullptr;
    TickBar* m_tickBar = nullptr;
    HelpWindow* m_help = nullptr;
    std::vector<Finding> m_signalFindings; ///< that are shown
    QString m_channel; ///< id of the open channel
    QString m_reader; ///< id of the reader that is followed; empty for the first
    QString m_scenario;
    QString m_recordingName;
    QString m_port; ///< path and speed of the one that is listened to
    QString m_feed; ///< address and seconds of the one that is read
    RecordingView m_recording; ///< as it was shown last
    QString m_playing; ///< key of what drives the instrument
    io::StandInLink::Clock::time_point m_standInBegan; ///< when the stand-in that drives it began
    QString m_meterPort; ///< path and speed of the meter that was used last
};

} // namespace fern::app
