#pragma once
// The last seconds of a run, kept for figures and traces.

#include "run/records.h"

#include <deque>
#include <map>
#include <optional>
#include <vector>

namespace fern {

/// How long stretches of activity are kept.
inline const Ticks busyKept = ticksFromSeconds(3);
/// Of how many redraws it is kept what was sent.
constexpr std::size_t sentKept = 10;
/// How many lines and codes are kept.
constexpr std::size_t toldKept = 500;

class RunHistory : public RunObserver {
public:
    /// Keeps the records of the last `window`.
    explicit RunHistory(Ticks window)
        : m_window(window)
    {
    }

    void sampled(const SampleRecord& record) override;
    void told(const ToldRecord& record) override;
    void driven(const DrivenRecord& record) override;
    void sent(const SentRecord& record) override;
    void shown(const ShownRecord& record) override;
    void busy(const BusyRecord& record) override;

    const std::deque<SampleRecord>& samples() const { return m_samples; }
    /// The redraws of the last seconds; only the newest two of each display have their picture.
    const std::deque<ShownRecord>& redraws() const { return m_redraws; }
    const std::deque<BusyRecord>& activity() const { return m_busy; }

    /// Since when the history is told, the begin of the run while it has been told nothing. A run
    /// that is made again tells its last stretch only: what was before is not known.
    Ticks since() const { return m_since.value_or(Ticks{}); }

    /// What a told source completed, or the codes of another one; the last `toldKept`, however old.
    const std::deque<Told>& told(std::size_t channel) const;

    /// Returns the newest line or code of a channel that is about it, or null.
    const Told* lastTold(std::size_t channel) const;
    /// Returns the newest code that counted, or null.
    const std::string* lastCode(std::size_t channel) const;
    /// Returns the newest setting of an output, or null.
    const DrivenRecord* lastDriven(std::size_t output) const;

    /// Returns the newest sample of a channel, however old, or null.
    const SampleRecord* lastSample(std::size_t channel) const;
    /// Returns how a reader was written last; its own form before any redraw.
    ReaderState readerState(std::size_t reader) const;
    /// Returns the newest completed redraw of a display, or null.
    const ShownRecord* lastRedraw(std::size_t display) const;
    /// What the last redraws of a display sent; only the newest two have it transfer by transfer.
    const std::deque<SentRecord>& sent(std::size_t display) const;
    /// Returns what is seen of a display at an instant that is not before its last two redraws;
    /// null before the first.
    std::shared_ptr<const GlassPicture> seen(std::size_t display, Ticks at) const;

private:
    /// Notes that something was told of an instant.
    void begin(Ticks at);

    Ticks m_window;
    std::optional<Ticks> m_since;
    std::deque<SampleRecord> m_samples; ///< of the window
    std::map<std::size_t, SampleRecord> m_older; ///< the newest of each channel before that
    std::map<std::size_t, std::deque<SentRecord>> m_sent;
    std::deque<ShownRecord> m_redraws;
    std::deque<BusyRecord> m_busy;
    std::map<std::size_t, std::deque<Told>> m_told; ///< by channel
    std::map<std::size_t, DrivenRecord> m_driven;
    std::map<std::size_t, ReaderState> m_readers;
};

} // namespace fern
