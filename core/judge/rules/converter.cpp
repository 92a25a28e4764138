// R15, G13: does a module's converter, which its channels share, give each of them its own number,
// and as often as it is sampled?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "judge/part_fix.h"
#include "run/converter_times.h"

#include <algorithm>
#include <cmath>
#include <iterator>

#include <fmt/format.h>

namespace fern {

void checkConverterSettles(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& converter : plain.converters) {
        const auto& pace = converter.pace;
        if (converter.channels.size() < 2 || pace.discards >= pace.settles)
            continue;
        const double left =
            static_cast<double>(pace.settles - pace.discards) / (pace.settles + 1) * 100;
        out.push_back({"R15", Severity::Check, "/parts/" + converter.part + "/converter",
            fmt::format("Each reading of {} still holds some {} % of the input before it",
                partName(*findById(in.parts, converter.part)), significantText(left, 2)),
            fmt::format(
                "{} take turns at one converter. After a switch it settles over {}, and the "
                "firmware throws {} away.",
                countText(std::ssize(converter.channels), "input"),
                countText(pace.settles, "conversion"),
                pace.discards == 0 ? std::string("none") : std::to_string(pace.discards)),
            "common practice: what is left falls evenly over the conversions of the filter",
            {partFix("Throw " + countText(pace.settles, "conversion") + " away", converter.part,
                [settles = pace.settles](Part& part) { part.converter->discards = settles; })},
            {}});
    }
}

namespace {

/// Up to two digits, in milliseconds below a second.
Quantity roundedUp(double seconds)
{
    const double unit = std::pow(10, std::floor(std::log10(seconds)) - 1);
    const double up = std::ceil(seconds / unit * (1 - 1e-9)) * unit;
    return up < 1 ? Quantity{std::round(up * 1e9) / 1e6, "ms"}
                  : Quantity{std::round(up * 1e6) / 1e6, "s"};
}

Fix sampledEvery(const PlainInstrument& plain, const PlainConverter& converter, Quantity every)
{
    std::vector<std::string> ids;
    for (const auto index : converter.channels)
        if (inSeconds(plain.channels[index].sampleEvery) < inSi(every))
            ids.push_back(plain.channels[index].id);
    return {fmt::format("Sample {} every {}", ids.size() == 1 ? "it" : "them", toText(every)),
        [ids, every](const Instrument& before) {
            Result<Instrument> changed = before;
            for (const auto& id : ids)
                if (changed)
                    changed = withChannelChanged(
                        *changed, id, [&](Channel& c) { c.source.sampleEvery = every; });
            return changed;
        }};
}

} // namespace

void checkConverterBusy(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double slack = 1e-9;
    for (const auto& converter : plain.converters) {
        const auto& first = plain.channels[converter.channels.front()];
        const auto times = converterTimesOf(plain, first);
        if (times.share <= 1 + slack)
            continue;
        const auto& part = partName(*findById(in.parts, converter.part));
        // Only one that runs on gives the same conversion twice.
        const bool isRepeated = !isAskedEachTime(plain, first);
        const auto one = durationText(inSeconds(converter.pace.conversion));
        const auto round = durationText(times.round);
        const auto inputs = std::ssize(converter.channels);
        const auto thrown = inputs > 1 && converter.pace.discards > 0
            ? fmt::format(" and {} are thrown away after a switch", converter.pace.discards)
            : std::string();
        out.push_back({"G13", Severity::Check, "/parts/" + converter.part + "/converter",
            isRepeated ? fmt::format("{} is asked {} times for each conversion", first.name,
                significantText(times.share, 2))
                       : fmt::format("{} is asked for more conversions than it makes", part),
            isRepeated
                ? fmt::format("A conversion takes {}, and a sample is wished every {}. The same "
                              "number comes again and again, so that smoothing averages fewer than "
                              "it counts.",
                    one, durationText(inSeconds(first.sampleEvery)))
                : fmt::format("A conversion takes {}{}, so {} {} {} once round; as they are "
                              "sampled, it would need {} % of its time. Each comes about every {} "
                              "instead.",
                    one, thrown, countText(inputs, "input"), inputs == 1 ? "needs" : "need", round,
                    significantText(times.share * 100, 2), round),
            "conversion time times inputs, and what is thrown away, against the sampling intervals",
            {sampledEvery(plain, converter, roundedUp(times.round))}, {}});
    }
}

} // namespace fern
