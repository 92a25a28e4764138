// What the readings of a whole scenario give away.

#include "judge/rules/signal.h"

#include "base/number_text.h"
#include "judge/subject.h"
#include "run/firmware_run.h"
#include "run/pulse_tally.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

/// What the rules look back at, and the pulses of the whole run.
class WatchedHistory : public RunHistory {
public:
    WatchedHistory(const PlainInstrument& plain, Ticks window)
        : RunHistory(window)
        , pulses(plain)
    {
    }
    void sampled(const SampleRecord& record) override
    {
        RunHistory::sampled(record);
        pulses.sampled(record);
    }

    PulseTally pulses;
};

/// The longest that a rule looks back at a channel.
double longestLook(const PlainInstrument& plain)
{
    double longest = 30;
    for (const auto& c : plain.channels)
        longest = std::max(longest, lookBackSeconds(c));
    return longest;
}

std::set<std::string> channelsAt(const Instrument& in, std::string_view place)
{
    const auto channels = subjectOf(in, place).channels;
    return {channels.begin(), channels.end()};
}

} // namespace

std::vector<Finding> scenarioFindings(const Instrument& in, const PlainInstrument& plain)
{
    const Ticks between = ticksFromSeconds(10);
    const Ticks end = ticksFromSeconds(lastInstantSeconds(plain, {}));
    WatchedHistory history(plain, ticksFromSeconds(longestLook(plain)));
    FirmwareRun run(plain, {}, history);
    std::vector<Finding> out;
    for (Ticks at = between; at < end + between; at += between) {
        run.advanceTo(std::min(at, end));
        for (std::size_t channel = 0; channel < plain.channels.size(); ++channel)
            for (auto& finding : signalFindings(in, plain, channel, history, run.now())) {
                const bool isKnown = std::any_of(out.begin(), out.end(), [&](const Finding& f) {
                    return f.rule == finding.rule && f.place == finding.place;
                });
                if (isKnown)
                    continue;
                finding.reason += fmt::format(
                    " First seen {} s into the scenario.", shortestText(inSeconds(run.now())));
                out.push_back(std::move(finding));
            }
    }
    // Hum, a loose contact or an open wire seemed to be spikes while it was new.
    std::set<std::string> explained;
    for (const auto& f : out)
        if (f.rule == "R02" || f.rule == "R04" || f.rule == "R08")
            explained.merge(channelsAt(in, f.place));
    std::erase_if(out, [&](const Finding& f) {
        return f.rule == "M02"
            && std::ranges::includes(explained, channelsAt(in, f.place)); // sorted as sets are
    });
    // What was lost in the whole stands for what was lost in a stretch.
    std::erase_if(out, [](const Finding& f) { return f.rule == "G01"; });
    for (const auto& figures : history.pulses.figures())
        if (auto finding =
                lostPulses(in, plain, plain.channels[indexOf(plain.channels, figures.channel)],
                    figures.happened, figures.seen))
            out.push_back(*std::move(finding));
    markLivedWith(in, out);
    return out;
}

} // namespace fern
