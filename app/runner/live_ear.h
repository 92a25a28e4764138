#pragma once
// The worker's ear: takes what a link brings, keeps it, and delivers it to the run.

#include "app/runner/live_view.h"
#include "run/firmware_run.h"

#include <deque>
#include <memory>

namespace fern::app {

class LiveEar {
public:
    explicit LiveEar(std::shared_ptr<io::Link> link);

    const std::shared_ptr<io::Link>& link() const { return m_link; }
    /// Seconds since 1970 of the link's begin.
    std::int64_t startEpoch() const { return m_startEpoch; }
    /// Takes what has come, also while nobody looks.
    void take();
    /// Delivers it, and runs up to now.
    void deliver(const PlainInstrument& instrument, FirmwareRun& run);
    /// Lets a new run hear again what came between its begin and `now`.
    void hearAgain(const PlainInstrument& instrument, FirmwareRun& run, Ticks now) const;
    LiveView view(const PlainInstrument& instrument) const;

private:
    /// Compares what a line says is shown with what the run shows of the same values.
    void checkShown(
        const PlainInstrument& instrument, const FirmwareRun& run, const StreamLine& line);

    std::shared_ptr<io::Link> m_link;
    std::int64_t m_startEpoch;
    LiveIntake m_intake;
    LiveLog m_log;
    std::deque<LiveChunk> m_waiting; ///< taken, not delivered yet
    std::deque<Told> m_lines;
    ShownCheck m_check;
    std::deque<ShownPair> m_shown;
};

} // namespace fern::app
