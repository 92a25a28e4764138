#include "judge/beat_facts.h"

#include "base/number_text.h"
#include "reading/beat_detector.h"
#include "reading/beat_statistics.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string millisecondsText(double seconds)
{
    return significantText(1000 * seconds, 3) + " ms";
}

/// How alike the last intervals are, 0 … 1, in a word.
const char* qualityWord(double quality)
{
    constexpr double good = 0.8;
    constexpr double uneven = 0.5;
    return quality >= good ? "good" : quality >= uneven ? "uneven" : "poor";
}

} // namespace

std::vector<Fact> beatFacts(
    const PlainChannel& channel, std::size_t index, const RunHistory& history)
{
    const auto& w = channel.source.waveform;
    BeatDetector detector(ticksFromSeconds(inSi(w.refractory)), inSi(w.slowest), inSi(w.fastest));
    std::vector<double> intervals;
    std::optional<Ticks> last;
    for (const auto& sample : history.samples()) {
        if (sample.channel != index)
            continue;
        detector.feed(sample.at, sample.real.reading);
        if (!detector.isBeat())
            continue;
        if (last)
            intervals.push_back(inSeconds(sample.at - *last));
        last = sample.at;
    }
    const auto s = beatStatistics(intervals);
    std::vector<Fact> facts{
        {"Beats seen", fmt::format("{}", s.intervals), "intervals of the last 30 s"}};
    if (s.intervals < 2)
        return facts;
    facts.push_back({"60 over the mean interval", significantText(s.perMinute(), 3) + " a minute",
        "median " + millisecondsText(s.median)});
    facts.push_back({"Intervals differ by", millisecondsText(s.deviation),
        "neighbours by " + millisecondsText(s.successive)});
    facts.push_back({"Signal", qualityWord(detector.quality()),
        fmt::format("the last three intervals are alike to {:.0f} %", 100 * detector.quality())});
    return facts;
}

} // namespace fern
