// P09, R03, R06, R09: does the wished range fit the converter's input?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/hazard.h"
#include "judge/words.h"
#include "parts/fit_front_end.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

/// Room for a spike above the wished range, as a share of the reference.
constexpr double headroom = 0.95;
constexpr double usualDividerOhm = 60e3;

/// The end of the wished range that puts the most volts on the pin, and those volts.
struct HighEnd {
    double quantity = 0;
    double volts = 0;
};
HighEnd highEnd(const PlainChannel& c)
{
    const HighEnd from{c.from, pinVolts(c.input, c.from)};
    const HighEnd to{c.to, pinVolts(c.input, c.to)};
    return from.volts > to.volts ? from : to;
}

/// The fewest volts that an end of the wished range puts on the pin.
double lowEnd(const PlainChannel& c)
{
    return std::min(pinVolts(c.input, c.from), pinVolts(c.input, c.to));
}

std::string frontEndPlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/frontEnd";
}

/// A front end from E24 values that uses the converter's range best, unless it is there already.
std::optional<Fix> betterFrontEnd(const Instrument& in, const PlainChannel& c)
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
    std::string label;
    if (isResistive(c.input.sensor)) {
        if (same(fit->fixed, now.fixed))
            return std::nullopt;
        label = fmt::format("Use a fixed resistor of {}", toText(fit->fixed));
    } else {
        if (inSi(fit->r1) == 0)
            fit->r2 = now.r2; // a plain wire: what leads to ground may stay
        if (same(fit->r1, now.r1) && same(fit->r2, now.r2))
            return std::nullopt;
        label = inSi(fit->r1) == 0
            ? "Leave the divider out: R1 = 0 Ω"
            : fmt::format("Use {} over {}", toText(fit->r1), toText(fit->r2));
    }
    return Fix{label, [id = c.id, frontEnd = *fit](const Instrument& before) {
                   return withFrontEnd(before, id, frontEnd);
               }};
}

/// The finest range of the converter's gain that still takes those volts, unless it is set already.
std::optional<Fix> betterRange(const PlainChannel& c, double volts)
{
    const auto best = finestRange(c.ranges, volts);
    if (!best || *best == c.reference)
        return std::nullopt;
    return Fix{fmt::format("Set the range to ±{} V", shortestText(*best)),
        [id = c.id, range = Quantity{*best, "V"}](
            const Instrument& before) { return withSourceRange(before, id, range); }};
}

void add(Findings& out, Finding finding, std::optional<Fix> fix)
{
    if (fix)
        finding.fixes.push_back(*std::move(fix));
    out.push_back(std::move(finding));
}

} // namespace

namespace {

/// Below ground by more than this a protection diode of any input conducts.
constexpr double lowestVolts = -0.3;

void checkBelowGround(const PlainChannel& c, Findings& out)
{
    const double low = lowEnd(c);
    // Both outputs of a bridge stand at half of its excitation: only their difference changes sign.
    if (low >= lowestVolts || c.input.sensor == SensorKind::Bridge)
        return;
    out.push_back({"P09", Severity::Stop, frontEndPlace(c),
        fmt::format("The pin of {} goes down to {}", c.name, voltText(low)),
        fmt::format("An input is damaged below {}, whatever its range says: a signed range is for "
                    "the difference of two inputs. Shift the signal up, or measure between two "
                    "inputs that both stay above ground.",
            voltText(lowestVolts)),
        "absolute maximum rating of the class", {}, {}});
}

} // namespace

void checkInputTooHigh(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog())
            continue;
        checkBelowGround(c, out);
        const auto high = highEnd(c);
        if (high.volts <= c.damageAbove)
            continue;
        add(out,
            {"P09", Severity::Stop, frontEndPlace(c),
                fmt::format("{} puts {} V on the pin", valueText(c, high.quantity, 4),
                    significantText(high.volts, 3)),
                fmt::format("The input is damaged above {} V. A larger upper or a smaller lower "
                            "resistor brings the whole wished range below the {} V reference.",
                    significantText(c.damageAbove, 3), significantText(c.reference, 3)),
                "absolute maximum rating of the board's class", {}, {}},
            betterFrontEnd(in, c));
    }
}

void checkClipped(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog())
            continue;
        const auto high = highEnd(c);
        if (lowEnd(c) < 0 && c.form == ConverterForm::Unipolar)
            add(out,
                {"R03", Severity::Check, frontEndPlace(c),
                    fmt::format("Readings stop at {}, the range begins at {}",
                        valueText(c, quantityAtPin(c.input, 0), 4), valueText(c, c.from, 4)),
                    "A single-ended input cannot see below ground: every negative value gives code "
                    "0.",
                    "ideal transfer of a single-ended converter", {}, {}},
                std::nullopt);
        const auto topCode = converterOf(c).topCode();
        const double full = voltsOf(converterOf(c), static_cast<double>(topCode), c.reference);
        // Above the damage level the other rule speaks; a resistive sensor cannot pass its supply.
        if (high.volts <= full || high.volts > c.damageAbove || isResistive(c.input.sensor))
            continue;
        add(out,
            {"R03", Severity::Check, frontEndPlace(c),
                fmt::format("Readings stop at {}, the range goes to {}",
                    valueText(c, quantityAtPin(c.input, full), 4), valueText(c, high.quantity, 4)),
                fmt::format("The pin reaches {} V, the reference is {} V: from there on every "
                            "value gives code {}.",
                    significantText(high.volts, 4), significantText(c.reference, 4), topCode),
                "ideal transfer of an N-bit converter", {}, {}},
            c.ranges.empty() ? betterFrontEnd(in, c) : betterRange(c, high.volts));
    }
}

namespace {

/// The fix must gain this much span to be worth a soldering iron.
constexpr double worthwhile = 1.25;

void checkSpan(const Instrument& in, const PlainChannel& c, Findings& out)
{
    auto fix = betterFrontEnd(in, c);
    if (!fix)
        return;
    const double now = spanShare(c.input, c.from, c.to);
    auto better = c.input;
    better.fixed = inSi(fittingFrontEnd(c.input, {c.from, c.to, c.reference})->fixed);
    const double then = spanShare(better, c.from, c.to);
    if (then < now * worthwhile)
        return;
    add(out,
        {"R06", Severity::Note, frontEndPlace(c),
            fmt::format("Only {:.0f} % of the converter's range is used", now * 100),
            fmt::format("From {} to {} the pin goes from {} V to {} V. The fixed resistor near "
                        "the geometric mean of the sensor's ends spans {:.0f} %.",
                valueText(c, c.from, 4), valueText(c, c.to, 4),
                significantText(pinVolts(c.input, c.from), 3),
                significantText(pinVolts(c.input, c.to), 3), then * 100),
            "largest span of a resistive divider: fixed resistor = root of the product of the ends",
            {}, {}},
        std::move(fix));
}

} // namespace

void checkRangeHardlyUsed(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    constexpr double fair = 0.6;
    for (const auto& c : plain.channels) {
        if (!c.isAnalog())
            continue;
        if (isResistive(c.input.sensor)) {
            checkSpan(in, c, out);
            continue;
        }
        const auto high = highEnd(c);
        const double use = high.volts / c.reference;
        if (use >= fair || use <= 0)
            continue;
        auto fix = c.ranges.empty() ? betterFrontEnd(in, c) : betterRange(c, high.volts);
        if (!fix)
            continue;
        add(out,
            {"R06", Severity::Note, frontEndPlace(c),
                fmt::format("Only {:.0f} % of the converter's range is used", use * 100),
                fmt::format("{} gives code {} of {}, so one count is {}. A better divider or "
                            "gain makes the step finer.",
                    valueText(c, high.quantity, 4), nominalCode(c, high.quantity),
                    converterOf(c).topCode(), differenceText(c, countAt(c, high.quantity), 3)),
                "common practice", {}, {}},
            std::move(fix));
    }
}

void checkRealBits(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto converter = converterOf(c);
        if (!c.isAnalog() || !converter.isWidened())
            continue;
        out.push_back({"R09", Severity::Note, "/channels/" + c.id + "/source",
            fmt::format("Of the {} bits of {} {} are real", c.bits, c.name, c.realBits),
            fmt::format("Codes move in steps of {}; the lower bits are {}. One real step is {}.",
                shortestText(converter.stepCodes()),
                c.widening == Widening::Shifted ? "zeros" : "a copy of the upper ones",
                differenceText(c, countAt(c, c.to), 3)),
            "a code made wider holds no more than before", {}, {}});
    }
}

} // namespace fern
