// S07, S13, S14: does the scaling in force still agree with what is known?

#include "judge/rules/rules.h"

#include "base/calendar.h"
#include "base/number_text.h"
#include "instrument/calibration_edits.h"
#include "judge/words.h"
#include "run/channel_run.h"
#include "scale/calibrate.h"
#include "scale/drift.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// A pair that is being taken, and what the scaling in force makes of its reading.
struct Known {
    const PlainChannel& channel;
    const Calibration& draft;
    const CalibrationPair& pair;
    double shown = 0;

    double missedBy() const { return std::fabs(shown - pair.reference); }
    bool isMissed() const
    {
        return missedBy() > toleranceInUnit(channel) + draft.accuracy.limitAt(pair.reference);
    }
    /// Whether nothing is on it: within a hundredth of the wished range of 0.
    bool isUnloaded() const
    {
        const double range = fromSi(channel.to, channel.unit) - fromSi(channel.from, channel.unit);
        return std::fabs(pair.reference) <= 0.01 * range;
    }
};

/// Calls `look` with the pair of each channel that the scaling misses most, of those that `wanted`
/// takes.
void forWorstKnown(const Instrument& in, const PlainInstrument& plain,
    const std::function<bool(const Known&)>& wanted, const std::function<void(const Known&)>& look)
{
    for (const auto& channel : plain.channels) {
        const auto& draft = findById(in.channels, channel.id)->draft;
        if (!draft)
            continue;
        const auto scaling = scalingOf(channel);
        const CalibrationPair* worst = nullptr;
        double most = 0;
        for (const auto& pair : draft->pairs) {
            const Known known{
                channel, *draft, pair, scaledCode(scaling, NumberKind::Float64, pair.reading)};
            if (pair.isOff || !known.isMissed() || !wanted(known) || known.missedBy() <= most)
                continue;
            worst = &pair;
            most = known.missedBy();
        }
        if (worst != nullptr)
            look({channel, *draft, *worst,
                scaledCode(scaling, NumberKind::Float64, worst->reading)});
    }
}

std::string placeOfScaling(const PlainChannel& c)
{
    return "/channels/" + c.id + "/scaling";
}

Fix tareFix(const Known& k)
{
    auto spec = k.channel.scaling;
    spec.tare += k.shown - k.pair.reference;
    spec.calibration.clear();
    return {"Take it off as tare", [id = k.channel.id, spec](const Instrument& before) {
                return withScaling(before, id, spec);
            }};
}

/// Applies the pairs that are being taken, where the curve that is chosen goes through them.
void addApply(std::vector<Fix>& fixes, const Known& k)
{
    if (const auto calibration = solved(k.draft, nominalScalingOf(k.channel).gain))
        fixes.push_back({"Apply the pairs",
            [calibration = *calibration, id = k.channel.id](
                const Instrument& before) { return withCalibration(before, id, calibration); }});
}

/// Begins to take pairs against the same reference.
Fix calibrateAgain(const PlainChannel& c)
{
    auto draft = begunFrom(*c.calibration);
    draft.pairs.clear();
    return {"Calibrate again",
        [draft, id = c.id](const Instrument& before) { return withDraft(before, id, draft); }};
}

} // namespace

void checkOldCalibration(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double day = 86400;
    for (const auto& c : plain.channels) {
        const auto& channel = *findById(in.channels, c.id);
        if (plain.today == 0 || !c.calibration || channel.draft)
            continue;
        const auto on = parseUtc(c.calibration->on);
        if (!on)
            continue;
        const double age = static_cast<double>(plain.today - *on) / day;
        const auto* before = calibrationBefore(channel, c.calibration->id);
        const auto [least, most] =
            std::minmax({nominalReading(c, c.from), nominalReading(c, c.to)});
        const auto drift = before == nullptr
            ? std::nullopt
            : differenceOf(before->result, c.calibration->result, least, most);
        const auto days = before == nullptr ? std::nullopt : daysBetween(*before, *c.calibration);
        const bool isKnown = drift && days;
        const double good =
            isKnown ? daysGoodFor(drift->largest, *days, toleranceInUnit(c)) : daysGoodFor(0, 0, 0);
        if (age <= good)
            continue;
        const auto pace = isKnown ? fmt::format("Before, it changed by up to {} in {} days",
                              inUnitText(c, std::fabs(drift->largest)), significantText(*days, 2))
                                  : std::string("How fast it drifts is not known yet");
        out.push_back({"S07", Severity::Note, placeOfScaling(c),
            fmt::format("Calibrated {} days ago", significantText(std::floor(age), 4)),
            fmt::format("{}; that is good for {} days, half of the tolerance or a year. Measure "
                        "two or three of the pairs again.",
                pace, significantText(std::floor(good), 3)),
            "common practice", {calibrateAgain(c)}, {}});
    }
}

void checkUnloaded(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forWorstKnown(
        in, plain, [](const Known& k) { return k.isUnloaded(); },
        [&](const Known& k) {
            out.push_back({"S13", Severity::Check, placeOfScaling(k.channel),
                fmt::format("At {} it shows {}", inUnitText(k.channel, k.pair.reference),
                    inUnitText(k.channel, k.shown)),
                fmt::format("The reading of {} there should give {}, within the tolerance of {}: "
                            "take off what stands there as tare, or calibrate with an offset.",
                    significantText(k.pair.reading, 7), inUnitText(k.channel, k.pair.reference),
                    inUnitText(k.channel, toleranceInUnit(k.channel))),
                "common practice", {tareFix(k)}, {}});
            addApply(out.back().fixes, k);
        });
}

void checkKnownValue(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    forWorstKnown(
        in, plain, [](const Known& k) { return !k.isUnloaded(); },
        [&](const Known& k) {
            out.push_back({"S14", Severity::Check, placeOfScaling(k.channel),
                fmt::format("What is {} shows as {}", inUnitText(k.channel, k.pair.reference, 4),
                    inUnitText(k.channel, k.shown, 4)),
                fmt::format("It misses by {}, more than the tolerance of {} and the {} that the "
                            "reference may be wrong. Apply the pairs, or look for what else is "
                            "wrong.",
                    inUnitText(k.channel, k.missedBy()),
                    inUnitText(k.channel, toleranceInUnit(k.channel)),
                    inUnitText(k.channel, k.draft.accuracy.limitAt(k.pair.reference))),
                "common practice", {}, {}});
            addApply(out.back().fixes, k);
        });
}

} // namespace fern
