#pragma once
// The last seconds of a run, kept for figures and traces.

#include "run/records.h"

#include <deque>
#include <vector>

namespace fern {

/// How long stretches of activity are kept.
inline const Ticks busyKept = ticksFromSeconds(3);

class RunHistory : public RunObserver {
public:
    /// Keeps the records of the last `window`.
    explicit RunHistory(Ticks window)
        : m_window(window)
    {
    }

    void sampled(const SampleRecord& record) override;
    void shown(const ShownRecord& record) override;
    void busy(const BusyRecord& record) override;

    const std::deque<SampleRecord>& samples() const { return m_samples; }
    const std::deque<ShownRecord>& redraws() const { return m_redraws; }
    const std::deque<BusyRecord>& activity() const { return m_busy; }

    /// Returns the newest sample of a channel, or null.
    const SampleRecord* lastSample(std::size_t channel) const;
    /// Returns the newest completed redraw of a display, or null.
    const ShownRecord* lastRedraw(std::size_t display) const;

private:
    Ticks m_window;
    std::deque<SampleRecord> m_samples;
    std::deque<ShownRecord> m_redraws;
    std::deque<BusyRecord> m_busy;
};

} // namespace fern
