#pragma once
// How many pulses happened at a pulse channel, and how many of them the firmware counted.

#include "run/records.h"

#include <algorithm>
#include <cstdint>
#include <string>
#include <vector>

namespace fern {

struct PulseFigures {
    std::string channel; ///< id
    std::int64_t happened = 0; ///< true rising edges, bounces left out
    std::int64_t seen = 0;
    std::int64_t lost() const { return std::max<std::int64_t>(0, happened - seen); }
    /// Counted more than happened, as bounces are.
    std::int64_t tooMany() const { return std::max<std::int64_t>(0, seen - happened); }
};

/// Follows the samples of a run that began at zero.
class PulseTally : public RunObserver {
public:
    explicit PulseTally(const PlainInstrument& instrument)
        : m_instrument(instrument)
        , m_seen(instrument.channels.size())
        , m_until(instrument.channels.size())
    {
    }

    void sampled(const SampleRecord& record) override;

    /// Returns the figures of each pulse channel up to its last sample: what came after it is not
    /// counted yet.
    std::vector<PulseFigures> figures() const;

private:
    PlainInstrument m_instrument;
    std::vector<std::int64_t> m_seen;
    std::vector<Ticks> m_until;
};

} // namespace fern
