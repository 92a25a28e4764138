// P09, R03, R06: does the wished range fit the converter's input?

#include "judge/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "parts/divider.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

/// Room for a spike above the wished range, as a share of the reference.
constexpr double headroom = 0.95;

double pinAt(const PlainChannel& c, double value)
{
    return value * dividerRatio(c.r1, c.r2);
}

std::string shown(const PlainChannel& c, double si)
{
    return significantText(fromSi(si, c.unit), 4) + " " + prettyUnit(c.unit.name);
}

std::string frontEndPlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/frontEnd";
}

/// Writes a resistance as makers do: kohm from 1000 up, Mohm from a million.
Quantity asResistor(double ohm)
{
    const auto scaled = [](double value, double by) { return std::round(value / by * 1e6) / 1e6; };
    if (ohm >= 1e6)
        return {scaled(ohm, 1e6), "Mohm"};
    return ohm >= 1e3 ? Quantity{scaled(ohm, 1e3), "kohm"} : Quantity{scaled(ohm, 1), "ohm"};
}

/// The E24 pair that brings the top of the wished range just below the reference, unless it is what
/// is there already.
std::optional<Fix> betterDivider(const Instrument& in, const PlainChannel& c)
{
    const double lowestReference = c.reference * (1 - c.referenceTolerancePercent / 100);
    const double most = lowestReference * headroom;
    DividerSpec divider = findById(in.channels, c.id)->divider;
    if (c.to > most) {
        const auto pair = bestE24Divider(c.to, most, c.r1 + c.r2, c.resistorTolerancePercent);
        if (pair.r2 <= 0 || (pair.r1 == c.r1 && pair.r2 == c.r2))
            return std::nullopt;
        divider.r1 = asResistor(pair.r1);
        divider.r2 = asResistor(pair.r2);
    } else if (c.r1 > 0) {
        divider.r1 = {0, "ohm"};
    } else {
        return std::nullopt;
    }
    return Fix{fmt::format("Use {} over {}", toText(divider.r1), toText(divider.r2)),
        [id = c.id, divider](
            const Instrument& before) { return withDivider(before, id, divider); }};
}

void add(Findings& out, Finding finding, std::optional<Fix> fix)
{
    if (fix)
        finding.fixes.push_back(*std::move(fix));
    out.push_back(std::move(finding));
}

} // namespace

void checkInputTooHigh(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const double pin = pinAt(c, c.to);
        if (pin <= c.damageAbove)
            continue;
        add(out,
            {"P09", Severity::Stop, frontEndPlace(c),
                fmt::format("{} puts {} V on the pin", shown(c, c.to), significantText(pin, 3)),
                fmt::format("The input is damaged above {} V. A larger upper or a smaller lower "
                            "resistor brings the top of "
                            "the wished range below the {} V reference.",
                    significantText(c.damageAbove, 3), significantText(c.reference, 3)),
                "absolute maximum rating of the board's class", {}},
            betterDivider(in, c));
    }
}

void checkClipped(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const double pin = pinAt(c, c.to);
        const double full = scalingOf(c).gain * static_cast<double>(converterOf(c).topCode());
        if (c.from < 0)
            add(out,
                {"R03", Severity::Check, frontEndPlace(c),
                    fmt::format("Readings stop at 0, the range begins at {}", shown(c, c.from)),
                    "A single-ended input cannot see below ground: every negative value gives code "
                    "0.",
                    "ideal transfer of a single-ended converter", {}},
                std::nullopt);
        // Above the damage level the other rule speaks.
        if (c.to <= full || pin > c.damageAbove)
            continue;
        add(out,
            {"R03", Severity::Check, frontEndPlace(c),
                fmt::format(
                    "Readings stop at {}, the range goes to {}", shown(c, full), shown(c, c.to)),
                fmt::format("The pin reaches {} V, the reference is {} V: from there on every "
                            "value gives code {}.",
                    significantText(pin, 4), significantText(c.reference, 4),
                    converterOf(c).topCode()),
                "ideal transfer of an N-bit converter", {}},
            betterDivider(in, c));
    }
}

void checkRangeHardlyUsed(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double fair = 0.6;
    for (const auto& c : plain.channels) {
        const double use = pinAt(c, c.to) / c.reference;
        if (use >= fair || use <= 0)
            continue;
        auto fix = betterDivider(in, c);
        if (!fix)
            continue;
        add(out,
            {"R06", Severity::Note, frontEndPlace(c),
                fmt::format("Only {:.0f} % of the converter's range is used", use * 100),
                fmt::format("{} gives code {} of {}, so one count is {}. A better divider makes "
                            "the step finer.",
                    shown(c, c.to), codeOf(converterOf(c), pinAt(c, c.to), c.reference),
                    converterOf(c).topCode(), shown(c, scalingOf(c).gain)),
                "common practice", {}},
            std::move(fix));
    }
}

} // namespace fern
