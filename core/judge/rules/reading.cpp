// P09, R03, R06, R09: does the wished range fit the converter's input?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "judge/front_end_fix.h"
#include "judge/rail_ends.h"
#include "judge/words.h"
#include "parts/fit_front_end.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

/// The fewest volts that an end of the wished range puts on the pin.
double lowEnd(const PlainChannel& c)
{
    return std::min(pinVolts(c.input, c.from), pinVolts(c.input, c.to));
}

std::string frontEndPlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/frontEnd";
}

void add(Findings& out, Finding finding, std::optional<Fix> fix)
{
    if (fix)
        finding.fixes.push_back(*std::move(fix));
    out.push_back(std::move(finding));
}

} // namespace

namespace {

void checkBelowGround(const PlainChannel& c, Findings& out)
{
    const double low = lowEnd(c);
    // Both outputs of a bridge stand at half of its excitation: only their difference changes sign.
    if (low >= lowestPinVolts || c.input.sensor == SensorKind::Bridge)
        return;
    out.push_back({"P09", Severity::Stop, frontEndPlace(c),
        fmt::format("The pin of {} goes down to {}", c.name, voltText(low)),
        fmt::format("An input is damaged below {}, whatever its range says: a signed range is for "
                    "the difference of two inputs. Shift the signal up, or measure between two "
                    "inputs that both stay above ground.",
            voltText(lowestPinVolts)),
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
                fmt::format(
                    "{} puts {} on the pin", valueText(c, high.quantity, 4), voltText(high.volts)),
                fmt::format("The input is damaged above {}{}. A larger upper or a smaller lower "
                            "resistor brings the whole wished range below {}.",
                    voltText(c.damageAbove),
                    c.ranges.empty() ? "" : ", whatever range its gain is set to",
                    voltText(std::min(c.reference, c.damageAbove))),
                "absolute maximum rating of the board's class", {}, {}},
            resistorFix(in, c));
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
                    fmt::format("{} gives code 0 for everything below {}", c.name,
                        valueText(c, quantityAtPin(c.input, 0), 4)),
                    "A single-ended input cannot see below ground: every negative value gives code "
                    "0.",
                    "ideal transfer of a single-ended converter", {}, {}},
                std::nullopt);
        const auto converter = converterOf(c);
        const auto topCode = converter.topCode();
        // The top code serves for one step more, so what ends at the reference is not clipped.
        constexpr double hair = 1 + 1e-9;
        const double full = hair
            * voltsOf(converter, static_cast<double>(topCode) + converter.stepCodes(), c.reference);
        // Above the damage level the other rule speaks; a resistive sensor cannot pass its supply.
        if (high.volts <= full || high.volts > c.damageAbove || isResistive(c.input.sensor))
            continue;
        add(out,
            {"R03", Severity::Check, frontEndPlace(c),
                fmt::format("{} gives code {} for everything above {}", c.name, topCode,
                    valueText(c, quantityAtPin(c.input, full), 4)),
                fmt::format("The pin reaches {}, the reference is {}: from there on every value "
                            "gives code {}.",
                    voltText(high.volts, 4), voltText(c.reference, 4), topCode),
                "ideal transfer of an N-bit converter", {}, {}},
            fittingFix(in, c));
    }
}

namespace {

/// The fix must gain this much span to be worth a soldering iron.
constexpr double worthwhile = 1.25;

void checkSpan(const Instrument& in, const PlainChannel& c, Findings& out)
{
    const auto frontEnd = betterFrontEnd(in, c);
    if (!frontEnd)
        return;
    const double now = spanShare(c.input, c.from, c.to);
    auto better = c.input;
    better.fixed = inSi(frontEnd->fixed);
    const double then = spanShare(better, c.from, c.to);
    if (then < now * worthwhile)
        return;
    add(out,
        {"R06", Severity::Note, frontEndPlace(c),
            fmt::format("Only {:.0f} % of the converter's range is used", now * 100),
            fmt::format("From {} to {} the pin goes from {} to {}. The fixed resistor near "
                        "the geometric mean of the sensor's ends spans {:.0f} %.",
                valueText(c, c.from, 4), valueText(c, c.to, 4), voltText(pinVolts(c.input, c.from)),
                voltText(pinVolts(c.input, c.to)), then * 100),
            "largest span of a resistive divider: fixed resistor = root of the product of the ends",
            {}, {}},
        frontEndFix(c, *frontEnd));
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
        auto fix = fittingFix(in, c);
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
