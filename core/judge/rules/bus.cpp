// P01, P02, P07, P18, P21: what hangs on a bus, and whether the bus can carry it.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/parts_view.h"
#include "judge/address_ways.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "parts/e_series.h"
#include "parts/fit_front_end.h"
#include "parts/i2c_electrics.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

void checkSameAddress(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& view : busViews(in))
        for (std::size_t i = 0; i < view.modules.size(); ++i)
            for (std::size_t j = i + 1; j < view.modules.size(); ++j) {
                const auto& first = *view.modules[i];
                const auto& second = *view.modules[j];
                if (!collide(first, second))
                    continue;
                std::vector<Fix> fixes;
                for (auto& way : addressWays(in, first, second))
                    if (way.isPossible())
                        fixes.push_back(std::move(way.fix));
                out.push_back({"P01", Severity::Stop, "/parts/" + second.id,
                    fmt::format("Address {} is used twice on {}", addressText(first.port->address),
                        busName(*view.bus)),
                    fmt::format("{} and {} would answer at the same time.{}", partName(first),
                        partName(second),
                        second.port->straps.size() < 2 ? " The second has no other address." : ""),
                    "UM10204, 3.1.10: every target has its own address", std::move(fixes), {}});
            }
}

void checkUnusualAddress(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& part : in.parts) {
        if (!part->port || part->port->usual.empty() || part->port->address == 0)
            continue;
        const auto& usual = part->port->usual;
        if (std::find(usual.begin(), usual.end(), part->port->address) != usual.end())
            continue;
        std::string words;
        std::vector<Fix> fixes;
        for (const int address : usual) {
            words += (words.empty() ? "" : ", ") + addressText(address);
            fixes.push_back(partFix("Use " + addressText(address), part->id,
                [address](Part& p) { p.port->address = address; }));
        }
        out.push_back({"P02", Severity::Note, "/parts/" + part->id,
            fmt::format("{} is unusual for {}", addressText(part->port->address), partName(*part)),
            fmt::format(
                "Modules of this class have {}. Data sheets that print 8-bit addresses show "
                "twice the number.",
                words),
            "common practice", std::move(fixes), {}});
    }
}

namespace {

std::string microseconds(double seconds)
{
    return significantText(seconds * 1e6, 2);
}

Fix slowerTo(const BusView& view, double hertz)
{
    return busFix(fmt::format("Slow {} to {}", busName(*view.bus), hertzText(hertz, 4)),
        *view.board, view.bus->id, [hertz](BusSpec& bus) {
            bus.speed = {hertz / 1e3, "kHz"};
        });
}

/// The pull-up that brings the whole bus to the geometric middle of its window.
std::optional<Fix> betterPullUp(const BusView& view, const PullUpWindow& window)
{
    const double own = inSi(view.bus->pullUp);
    const double others = 1 / view.pullUpOhm - (own > 0 ? 1 / own : 0);
    const double wanted = 1 / std::sqrt(window.least * window.most) - others;
    if (!window.isPossible() || wanted <= 0)
        return std::nullopt;
    const double ohm = nearestE24(1 / wanted);
    const double total = 1 / (1 / ohm + others);
    if (total < window.least || total > window.most)
        return std::nullopt;
    const auto resistor = asResistor(ohm);
    return busFix(fmt::format("Fit pull-ups of {} on {}", toText(resistor), busName(*view.bus)),
        *view.board, view.bus->id, [resistor](BusSpec& bus) { bus.pullUp = resistor; });
}

void tooStrong(const BusView& view, const PullUpWindow& window, Findings& out)
{
    Finding finding{"P07", Severity::Check, view.place,
        fmt::format("The pull-ups of {} are too strong", busName(*view.bus)),
        fmt::format("All in parallel make {}; an output that takes 3 mA pulls the line low only "
                    "from {} up.",
            ohmText(view.pullUpOhm), ohmText(window.least)),
        "UM10204, 7.1: (Vdd − 0.4 V)/3 mA", {}, {}};
    if (inSi(view.bus->pullUp) > 0)
        finding.fixes.push_back(
            busFix("Leave the bus's own pull-ups out", *view.board, view.bus->id, [](BusSpec& bus) {
                bus.pullUp = {0, "ohm"};
            }));
    for (const auto* part : view.modules)
        if (part->port->behind.empty() && inSi(part->port->pullUp) > 0)
            finding.fixes.push_back(partFix(
                fmt::format("Take the pull-ups of {} off", partName(*part)), part->id, [](Part& p) {
                    p.port->pullUp = {0, "ohm"};
                }));
    out.push_back(std::move(finding));
}

void tooSlow(
    const BusView& view, const I2cLimits& limits, const PullUpWindow& window, Findings& out)
{
    const double rise = i2cRiseTime(view.pullUpOhm, view.farad);
    Finding finding{"P07", Severity::Check, view.place,
        fmt::format("{} rises in {} µs, {} are allowed", busName(*view.bus), microseconds(rise),
            microseconds(limits.riseSeconds)),
        fmt::format("{} and {} pF: 0.8473·R·C. A line may have {} pF.", ohmText(view.pullUpOhm),
            significantText(view.farad * 1e12, 3), significantText(limits.farad * 1e12, 3)),
        "UM10204, table 11", {}, {}};
    if (auto fix = betterPullUp(view, window))
        finding.fixes.push_back(*std::move(fix));
    const auto slower = i2cLimits(100e3);
    if (inSi(view.bus->speed) > slower->hertz && rise <= slower->riseSeconds)
        finding.fixes.push_back(slowerTo(view, slower->hertz));
    out.push_back(std::move(finding));
}

void tooMuchOnALine(const BusView& view, const I2cLimits& limits, Findings& out)
{
    const double most = limits.farad * 1e12;
    out.push_back({"P07", Severity::Check, view.place,
        fmt::format("A line of {} has {} pF, {} are allowed", busName(*view.bus),
            significantText(view.farad * 1e12, 3), significantText(most, 3)),
        fmt::format("{} of wire and {}. Up to {} pF one resistor can satisfy both the rise "
                    "time and the outputs. A second bus, shorter wires, or a multiplexer or "
                    "repeater in between make it less.",
            toText(view.bus->wireLength), countText(std::ssize(view.modules), "module"),
            significantText(most, 3)),
        "UM10204, table 10", {}, {}});
}

} // namespace

void checkPullUps(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& view : busViews(in)) {
        const auto limits = i2cLimits(inSi(view.bus->speed));
        if (view.bus->kind != BusKind::I2c || view.modules.empty() || !limits)
            continue;
        const auto window = pullUpWindow(*limits, view.pullUpVolts, view.farad);
        if (view.pullUpOhm == 0)
            out.push_back({"P07", Severity::Stop, view.place,
                fmt::format("{} has no pull-up resistors", busName(*view.bus)),
                "Every output only pulls down: without a resistor the lines never rise.",
                "UM10204, 3.1.1",
                {busFix("Fit pull-ups of 4.7 kΩ", *view.board, view.bus->id,
                    [](BusSpec& bus) {
                        bus.pullUp = {4.7, "kohm"};
                    })},
                {}});
        else if (view.farad > limits->farad)
            tooMuchOnALine(view, *limits, out);
        else if (view.pullUpOhm < window.least)
            tooStrong(view, window, out);
        else if (view.pullUpOhm > window.most)
            tooSlow(view, *limits, window, out);
    }
}

void checkLongWires(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    constexpr double slow = 100e3; // hertz
    for (const auto& view : busViews(in)) {
        if (view.bus->kind != BusKind::I2c)
            continue;
        const double metres = inSi(view.bus->wireLength);
        const double most = inSi(view.bus->speed) > slow ? 1 : 4;
        if (metres <= most)
            continue;
        Finding finding{"P18", Severity::Check, view.place,
            fmt::format(
                "{} has {} of wire", busName(*view.bus), quantityText(metres, *parseUnit("m"))),
            fmt::format("At {} up to {} m work well. Long wires add capacitance and catch "
                        "noise.",
                hertzText(inSi(view.bus->speed), 4), most),
            "common practice; UM10204 allows 400 pF, a metre has about 100 pF", {}, {}};
        if (most < 4 && metres <= 4)
            finding.fixes.push_back(slowerTo(view, slow));
        out.push_back(std::move(finding));
    }
}

namespace {

/// "9600 Hz", "400 kHz".
std::string rateText(double hertz)
{
    constexpr double kilo = 1e3;
    return hertz < 100 * kilo ? fmt::format("{} Hz", significantText(hertz, 6))
                              : significantText(hertz / kilo, 6) + " kHz";
}

} // namespace

namespace {

/// What a display says of its clock counts only while its part hangs on no bus.
void checkDisplayClock(const Instrument& in, const Display& display, Findings& out)
{
    const auto& clock = busSpeedOf(in, display);
    if (display.busSpeed.value == 0 || inSi(display.busSpeed) == inSi(clock))
        return;
    out.push_back({"P21", Severity::Note, fmt::format("/displays/{}/busSpeed", display.id),
        fmt::format("The {} of {} do not count", toText(display.busSpeed), display.id),
        fmt::format("Its part hangs on a bus, which runs at {}.", toText(clock)),
        "every part of a bus follows one clock",
        {displayFix(
            "Leave it to the bus", display.id, [](Display& right) { right.busSpeed.value = 0; })},
        {}});
}

} // namespace

void checkBusClock(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& display : in.displays)
        checkDisplayClock(in, *display, out);
    for (const auto& view : busViews(in)) {
        const auto usual = usualRates(view.bus->kind);
        const double rate = inSi(view.bus->speed);
        const auto is = [&](double wanted) {
            return [wanted](double r) { return std::fabs(r - wanted) < wanted * 1e-3; };
        };
        if (!usual.empty() && std::none_of(usual.begin(), usual.end(), is(rate))) {
            const bool lostZero = std::any_of(usual.begin(), usual.end(), is(rate * 10));
            double below = usual.front();
            for (const double r : usual)
                below = r <= rate ? r : below;
            const double better = lostZero ? rate * 10 : below;
            out.push_back({"P21", Severity::Note, view.place,
                fmt::format("{} is no usual rate of {}", rateText(rate), busName(*view.bus)),
                lostZero ? "Ten times as much is one: was a zero lost?"
                         : "Both ends must have the same rate, and libraries know the usual ones.",
                "UM10204, table 1; common practice",
                {busFix("Set it to " + rateText(better), *view.board, view.bus->id,
                    [better](BusSpec& bus) {
                        bus.speed = {better, "Hz"};
                    })},
                {}});
        }
        for (const auto* part : view.modules)
            if (inSi(part->port->fastest) < rate)
                out.push_back({"P21", Severity::Check, "/parts/" + part->id,
                    fmt::format("{} follows only {}", partName(*part),
                        hertzText(inSi(part->port->fastest), 4)),
                    fmt::format("{} runs at {}.", busName(*view.bus), hertzText(rate, 4)),
                    "limit of the part's class", {slowerTo(view, inSi(part->port->fastest))}, {}});
    }
}

} // namespace fern
