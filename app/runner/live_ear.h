#pragma once
// The worker's ear: takes what a link brings, keeps it, and delivers it to the run.

#include "app/runner/live_view.h"
#include "run/live_intake.h"

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
    /// Delivers to a new run what the one before it has heard since the new one's begin.
    void deliverAgain(const PlainInstrument& instrument, FirmwareRun& run) const;
    LiveView view(const PlainInstrument& instrument) const;

private:
    std::shared_ptr<io::Link> m_link;
    std::int64_t m_startEpoch;
    LiveIntake m_intake;
    LiveLog m_log;
    std::size_t m_next = 0; ///< number of the first chunk that is not delivered yet
    std::size_t m_heardBytes = 0, m_lostBytes = 0;
    std::deque<Told> m_lines;
    ShownCheck m_check;
    std::deque<ShownPair> m_shown;
};

} // namespace fern::app
