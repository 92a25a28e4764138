#pragma once
// Runs the instrument on a worker thread and offers the newest view of it to the window.
// The window thread sets what is wanted; the worker answers into a latest-value slot that a timer
// reads 60 times a second.

#include "app/runner/mailbox.h"
#include "app/runner/run_view.h"
#include "instrument/instrument.h"
#include "run/firmware_run.h"

#include <QObject>
#include <QTimer>

#include <condition_variable>
#include <memory>
#include <mutex>
#include <optional>
#include <string>
#include <thread>
#include <vector>

namespace fern::app {

/// Simulated seconds a second; this one means as fast as the machine can.
constexpr double fastestPace = 1e9;

class Runner : public QObject {
    Q_OBJECT
public:
    explicit Runner(QObject* parent = nullptr);
    ~Runner() override;

    /// Shows another state of the same instrument at the same simulated time.
    void setInstrument(const Instrument& instrument);
    /// Starts again from zero, with a scenario by id, or with recordings when there are any.
    void restart(const std::string& scenario, Recordings recordings = {});
    /// Listens from now on instead of simulating, until it is restarted.
    void listen(std::shared_ptr<io::Link> link);
    /// Chooses a channel and one of its readers by their ids; an empty or unknown id means the
    /// first.
    void setChannel(const std::string& channel, const std::string& reader = {});
    /// Says whether the views shall hold what the Parts place shows.
    void setPartsShown(bool shown);
    void setPace(double pace);
    void run();
    void pause();
    /// Records what the channels read from now on, until it is stopped with an empty path.
    void record(const std::string& path);
    /// Runs up to and including the next completed redraw.
    void tick();
    /// Presses a key of the instrument now, or releases it, until the run begins again.
    void press(const std::string& channel, const std::string& what);
    void release(const std::string& channel, const std::string& what);
    /// Holds the quantity of a channel at a value from now on, SI units; without one it follows its
    /// course again.
    void hold(const std::string& channel, std::optional<double> si);
    /// Moves to a simulated time at once and stays there, paused.
    void jumpTo(Ticks at);

    /// The newest view; never null.
    std::shared_ptr<const RunView> view() const { return m_shown; }
    /// Of what was set last, instrument or channel; a view with this revision shows it.
    int revision() const { return m_revision; }

Q_SIGNALS:
    void viewChanged();

private:
    struct Touch {
        std::string channel;
        std::string what;
        bool isDown = false;
    };
    struct Hold {
        std::string channel;
        std::optional<double> si;
    };
    struct Wanted {
        Instrument instrument;
        std::string scenario;
        Recordings recordings;
        std::shared_ptr<io::Link> link; ///< that is listened to
        std::string recordTo; ///< path; empty: nothing is recorded
        std::string channel;
        std::string reader;
        int revision = 0;
        bool isRunning = false;
        bool hasRestarted = false;
        bool isChanged = false; ///< the run is to be made again
        bool showsParts = false;
        bool isAsked = false; ///< a view is wanted although nothing changed
        std::vector<Touch> touches; ///< since the worker looked last
        std::vector<Hold> holds; ///< the same
        int ticks = 0;
        double pace = 1;
        std::optional<Ticks> jump;
    };
    struct Simulation;

    void change(const std::function<void(Wanted&)>& edit);
    void work(const std::stop_token& stop);
    void rebuild(Simulation& simulation, const Wanted& wanted);
    static void choose(Simulation& simulation, const Wanted& wanted, Ticks now);
    void keepRecording(Simulation& simulation, const Wanted& wanted);
    bool catchUp(Simulation& simulation);
    static void writeRecording(Simulation& simulation, bool isEnd);
    /// Returns whether there is something new to show.
    bool advance(Simulation& simulation, const Wanted& wanted);
    void publish(const Simulation& simulation, bool isRunning);
    void readSlot();

    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    Wanted m_wanted; ///< guarded
    std::shared_ptr<const RunView> m_latest; ///< guarded
    std::shared_ptr<const RunView> m_shown; ///< of the window thread
    int m_revision = 0;
    bool m_showsParts = false;
    QTimer m_timer;
    Mailbox m_mailbox; ///< for the worker
    std::jthread m_worker;
};

} // namespace fern::app
