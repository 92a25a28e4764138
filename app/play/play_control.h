#pragma once
// What drives the instrument: chooses it, owns its link, its stand-in and the job that reads it,
// and says what else could be chosen.

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/notice/notice_bar.h"
#include "app/play/playing.h"
#include "app/runner/background_job.h"
#include "app/runner/runner.h"
#include "io/feed_server.h"

namespace fern::app {

class PlayControl : public QObject {
    Q_OBJECT
public:
    /// Questions stand above `window`.
    PlayControl(Document& document, CaptureLibrary& library, Dialogs& dialogs, Runner& runner,
        NoticeBar& notice, QWidget* window);

    /// What can be chosen now, and which of them plays.
    const std::vector<PlayChoice>& choices() const { return m_choices; }
    int current() const;
    /// Plays what a choice stands for; what it lacks, a path or an address, is asked for.
    void choose(int index);
    void play(const Playing& what);
    const Playing& playing() const { return m_playing; }
    /// Whether a recording is being read to be played.
    bool isReading() const { return m_reading.isRunning(); }
    /// Id of the scenario that is, or was last, played; stand-ins follow it.
    const std::string& scenario() const { return m_scenario; }

    void toggleRun();
    /// Whether what plays is a stand-in whose faults can be switched.
    bool takesFaults() const { return m_standIn.index() != 0; }
    void setFaults(const io::StandInFaults& faults);
    /// Returns the link of a meter beside the stand-in that plays, for a channel by id; null, and
    /// told, when there can be none.
    std::shared_ptr<io::Link> meterBeside(const std::string& channel);

Q_SIGNALS:
    /// Other choices, or another of them plays.
    void changed();
    /// Something live has begun.
    void listened();

private:
    // What each kind does to begin. On error it is told, and what played before goes on.
    void begin(const PlayedScenario& what);
    void begin(const PlayedCapture& what);
    void begin(const PlayedRecording& what);
    void begin(const PlayedStandIn& what);
    void begin(const PlayedFeedStandIn& what);
    void begin(const PlayedComputer& what);
    void begin(const PlayedPort& what);
    void begin(const PlayedFeed& what);

    void read(const QString& path, std::optional<Tap> tap, const Playing& what);
    using StandInHeld = std::variant<std::monostate, std::shared_ptr<io::StandInLink>,
        std::unique_ptr<io::FeedServer>>;
    void listen(const Playing& what, std::shared_ptr<io::Link> link, StandInHeld standIn = {});
    std::unique_ptr<StandIn> standInOf(StandInKind kind, const std::string& channel = {});
    /// Ends what played before.
    void replace(const Playing& what, StandInHeld standIn = {});
    void refuse(const Error& error);
    void refresh();

    Document& m_document;
    CaptureLibrary& m_library;
    Dialogs& m_dialogs;
    Runner& m_runner;
    NoticeBar& m_notice;
    QWidget* m_window;
    BackgroundJob m_reading{this};
    std::vector<PlayChoice> m_choices;
    Playing m_playing;
    std::string m_scenario;
    StandInHeld m_standIn; ///< of what plays
    QString m_port, m_feed; ///< that were listened to last, to be proposed again
};

} // namespace fern::app
