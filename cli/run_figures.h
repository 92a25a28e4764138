#pragma once
// What a run says of itself: ages, load, losses with their causes, evenness of the sampling.

#include "base/json.h"
#include "run/age_tally.h"
#include "run/busy_tally.h"
#include "run/line_tally.h"
#include "run/loss_tally.h"
#include "run/pulse_tally.h"
#include "run/sample_tally.h"

#include <string>

namespace fern::cli {

class RunFigures : public RunObserver {
public:
    /// Follows a run that began at zero.
    explicit RunFigures(const PlainInstrument& instrument);

    void sampled(const SampleRecord& record) override;
    void shown(const ShownRecord& record) override { m_ages.shown(record); }
    void busy(const BusyRecord& record) override;
    void told(const ToldRecord& record) override { m_lines.told(record); }

    /// Adds what was found in `seconds` to the answer, under pulses, ages, processor, buses and
    /// sampling, and to the words for people.
    void addTo(json::Node& answer, std::string& words, double seconds) const;

private:
    json::Node pulses(std::string& words) const;
    json::Node causes(std::string_view channel, std::string& words) const;
    json::Node ages(std::string& words) const;
    json::Node processors(std::string& words, double seconds) const;
    json::Node buses(std::string& words, double seconds) const;
    json::Node sampling(std::string& words) const;
    json::Node lines(std::string& words) const;

    const PlainInstrument& m_instrument;
    PulseTally m_pulses;
    AgeTally m_ages;
    BusyTally m_busy;
    LossTally m_losses;
    LineTally m_lines;
    SampleTally m_samples;
};

} // namespace fern::cli
