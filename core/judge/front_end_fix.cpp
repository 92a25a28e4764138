#include "judge/front_end_fix.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/hazard.h"
#include "parts/fit_front_end.h"
#include "reading/converter.h"

#include <fmt/format.h>

namespace fern {

namespace {

/// Room for a spike above the wished range, as a share of the reference.
constexpr double headroom = 0.95;
constexpr double usualDividerOhm = 60e3;

} // namespace

HighEnd highEnd(const PlainChannel& c)
{
    const HighEnd from{c.from, pinVolts(c.input, c.from)};
    const HighEnd to{c.to, pinVolts(c.input, c.to)};
    return from.volts > to.volts ? from : to;
}

std::optional<FrontEndSpec> betterFrontEnd(const Instrument& in, const PlainChannel& c)
{
    if (hazardOf(c) != Hazard::None)
        return std::nullopt; // not planned here; the rule of hazards says why
    const double lowestReference = c.reference * (1 - c.referenceTolerancePercent / 100);
    const auto& now = findById(in.channels, c.id)->frontEnd;
    const double total = c.input.r1 > 0 ? c.input.r1 + c.input.r2 : usualDividerOhm;
    auto fit = fittingFrontEnd(
        c.input, {c.from, c.to, lowestReference * headroom, total, c.resistorTolerancePercent});
    if (!fit)
        return std::nullopt;
    fit->extras = now.extras;
    fit->capacitor = now.capacitor;
    const auto same = [](const Quantity& a, const Quantity& b) { return inSi(a) == inSi(b); };
    if (!isResistive(c.input.sensor) && inSi(fit->r1) == 0)
        fit->r2 = now.r2; // a plain wire: what leads to ground may stay
    const bool isThere = isResistive(c.input.sensor)
        ? same(fit->fixed, now.fixed)
        : same(fit->r1, now.r1) && same(fit->r2, now.r2);
    return isThere ? std::nullopt : fit;
}

Fix frontEndFix(const PlainChannel& c, const FrontEndSpec& frontEnd)
{
    const auto label = isResistive(c.input.sensor)
        ? fmt::format("Use a fixed resistor of {}", toText(frontEnd.fixed))
        : inSi(frontEnd.r1) == 0
        ? std::string("Leave the divider out: R1 = 0 Ω")
        : fmt::format("Use {} over {}", toText(frontEnd.r1), toText(frontEnd.r2));
    return {label, [id = c.id, frontEnd](const Instrument& before) {
                return withFrontEnd(before, id, frontEnd);
            }};
}

std::optional<double> betterRange(const PlainChannel& c, double volts)
{
    const auto best = finestRange(c.ranges, volts);
    return best && *best != c.reference ? best : std::nullopt;
}

Fix rangeFix(const PlainChannel& c, double range)
{
    return {fmt::format("Set the range to ±{} V", shortestText(range)),
        [id = c.id, range = Quantity{range, "V"}](
            const Instrument& before) { return withSourceRange(before, id, range); }};
}

std::optional<Fix> resistorFix(const Instrument& in, const PlainChannel& c)
{
    const auto frontEnd = betterFrontEnd(in, c);
    return frontEnd ? std::optional(frontEndFix(c, *frontEnd)) : std::nullopt;
}

std::optional<Fix> fittingFix(const Instrument& in, const PlainChannel& c)
{
    if (c.ranges.empty())
        return resistorFix(in, c);
    const auto range = betterRange(c, highEnd(c).volts);
    return range ? std::optional(rangeFix(c, *range)) : std::nullopt;
}

} // namespace fern
