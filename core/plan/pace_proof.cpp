#include "plan/pace_proof.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/age.h"
#include "run/age_tally.h"
#include "run/firmware_run.h"
#include "run/pulse_tally.h"

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double proofSeconds = 30;

/// Without what the scenario lets go wrong.
void setWorst(PlainInstrument& in)
{
    for (auto& c : in.channels) {
        c.faults.clear();
        if (c.lane.empty() || givesCodes(c.source.kind))
            continue;
        const bool isCounted = c.source.kind == SourceKind::Pulses;
        c.lane = {{0, isCounted ? c.to : c.from}, {proofSeconds, c.to}};
    }
    for (auto& device : in.devices)
        device.faults.clear();
}

class Follower : public RunObserver {
public:
    explicit Follower(const PlainInstrument& in)
        : ages(in)
        , pulses(in)
    {
    }
    void sampled(const SampleRecord& record) override { pulses.sampled(record); }
    void shown(const ShownRecord& record) override { ages.shown(record); }

    AgeTally ages;
    PulseTally pulses;
};

} // namespace

std::optional<PaceProof> provePace(PlainInstrument in, const std::function<bool()>& isWanted)
{
    setWorst(in);
    Follower follower(in);
    FirmwareRun run(in, {}, follower);
    for (double second = 1; second <= proofSeconds; ++second) {
        if (!isWanted())
            return std::nullopt;
        run.advanceTo(ticksFromSeconds(second));
    }
    PaceProof proof;
    proof.seconds = proofSeconds;
    for (const auto& age : follower.ages.figures()) {
        const auto& c = in.channels[age.channel];
        if (givesCodes(c.source.kind))
            continue;
        const double most = age.most + ageBefore(in, c, in.displays[age.display]);
        if (most / c.freshnessSeconds <= proof.asked)
            continue;
        proof.asked = most / c.freshnessSeconds;
        proof.oldest = {age.channel, age.display, most};
    }
    for (const auto& figures : follower.pulses.figures()) {
        const auto& c = in.channels[indexOf(in.channels, figures.channel)];
        if (pulseDemand(in, c).possibleHertz <= 0)
            continue;
        proof.happened += figures.happened;
        proof.lost += figures.lost();
    }
    return proof;
}

std::string inOneSentence(const PlainInstrument& in, const PaceProof& proof)
{
    auto words = fmt::format("In a run of {} at the worst place", durationText(proof.seconds));
    words += proof.oldest.seconds > 0 ? fmt::format(" the oldest number was {} on {}",
                 durationText(proof.oldest.seconds), in.displays[proof.oldest.display].id)
                                      : std::string(" no number was shown");
    if (proof.happened > 0)
        words += proof.lost == 0
            ? fmt::format(", and none of {} was lost", countText(proof.happened, "pulse"))
            : fmt::format(
                ", and {} of {} were lost", proof.lost, countText(proof.happened, "pulse"));
    return words + ".";
}

} // namespace fern
