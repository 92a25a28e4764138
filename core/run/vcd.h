#pragma once
// The timeline of a run as a value change dump (IEEE 1364), for any waveform viewer.

#include "run/records.h"

#include <map>
#include <string>

namespace fern {

/// Collects when the processor, each bus and each panel are busy, and each channel's values.
class VcdTimeline : public RunObserver {
public:
    explicit VcdTimeline(const PlainInstrument& instrument);

    void sampled(const SampleRecord& record) override;
    void busy(const BusyRecord& record) override;

    /// Returns the whole file; changes are in the order of time.
    std::string text() const;

private:
    void wire(Ticks from, Ticks to, const std::string& symbol);

    PlainInstrument m_instrument;
    std::multimap<Ticks, std::string> m_changes;
};

} // namespace fern
