// P04, P05, P10, P14, P20, P22: the pins of the boards and what is wired to them.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "instrument/parts_view.h"
#include "judge/hazard.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "parts/e_series.h"
#include "parts/fit_front_end.h"
#include "parts/power.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

bool has(const PinSpec& pin, PinRole role)
{
    return (pin.roles & bitOf(role)) != 0;
}

/// Moves one use to another pin.
Fix moveTo(const PinUse& use, const std::string& pin)
{
    return {fmt::format("Move {} to {}", use.words, pin),
        [user = use.user(), pin](const Instrument& in) { return withPin(in, user, pin); }};
}

/// Adds the fix that moves a use to the first free pin that can serve it, if there is one.
void addMove(Finding& finding, const std::vector<PinUse>& uses, const PinUse& use)
{
    if (const auto free = freePins(uses, *use.board, use.role); !free.empty())
        finding.fixes.push_back(moveTo(use, free.front()->name));
}

/// Two channels that count at one pin may mean one wheel: then the rate's course turns it.
void addOneWheel(Finding& finding, const PinUse& a, const PinUse& b)
{
    const auto isTotal = [](const PinUse& use) {
        return use.source != nullptr && use.source->kind == SourceKind::Pulses
            && use.source->pulses.gives == PulseGives::Total;
    };
    const auto isRate = [](const PinUse& use) {
        return use.source != nullptr && use.source->kind == SourceKind::Pulses
            && use.source->pulses.gives == PulseGives::Rate;
    };
    const auto* total = isTotal(a) && isRate(b) ? &a : isTotal(b) && isRate(a) ? &b : nullptr;
    if (total != nullptr)
        finding.fixes.push_back(
            {"Count one wheel with both", [id = total->owner](const Instrument& in) {
                 return withChannelChanged(
                     in, id, [](Channel& channel) { channel.source.lane.clear(); });
             }});
}

} // namespace

void checkWiredPin(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    for (const auto& use : uses) {
        const auto* pin = use.board == nullptr ? nullptr : findPin(*use.board, use.pin);
        if (pin == nullptr || suitsWiring(in, *pin, use))
            continue;
        Finding finding{"P04", Severity::Stop, use.place,
            fmt::format("Pin {} goes to the {} on {} already", use.pin,
                wiredToWords[static_cast<std::size_t>(pin->wiredTo)], partName(*use.board)),
            fmt::format("The board has wired it itself; {} would disturb that.", use.words),
            "wiring of the board's class", {}, {}};
        addMove(finding, uses, use);
        out.push_back(std::move(finding));
    }
}

void checkPinTwice(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    std::set<std::pair<const Part*, std::string_view>> told; // a pin once
    for (std::size_t i = 0; i < uses.size(); ++i)
        for (std::size_t j = i + 1; j < uses.size(); ++j) {
            const auto& a = uses[i];
            const auto& b = uses[j];
            if (a.board == nullptr || a.board != b.board || a.pin != b.pin || a.pin.empty()
                || mayShare(a, b) || !told.insert({a.board, a.pin}).second)
                continue;
            Finding finding{"P04", Severity::Stop, b.place,
                fmt::format("Pin {} is used by {} and {}", a.pin, a.words, b.words),
                "Two things on one pin disturb each other.", "one pin, one use", {}, {}};
            addOneWheel(finding, a, b);
            for (const auto* use : {&b, &a})
                addMove(finding, uses, *use);
            out.push_back(std::move(finding));
        }
}

namespace {

/// What a name that is printed nowhere may have meant.
struct Meant {
    const PinSpec* pin = nullptr;
    std::string what; ///< "a position in the row"
};
Meant meantBy(const Part& board, const std::string& name)
{
    for (const auto& pin : board.pins) {
        if (name == pin.port)
            return {&pin, "the processor's name"};
        if (pin.position > 0 && name == std::to_string(pin.position))
            return {&pin, "a position in the row"};
    }
    for (const auto& pin : board.pins)
        if (pin.analogChannel >= 0 && name == std::to_string(pin.analogChannel))
            return {&pin, "the number of an analog channel"};
    return {};
}

} // namespace

namespace {

Finding wrongName(const PinUse& use)
{
    const auto meant = meantBy(*use.board, use.pin);
    Finding finding{"P05", Severity::Check, use.place,
        fmt::format("No pin is printed “{}”", use.pin),
        meant.pin == nullptr
            ? fmt::format("{} wants it; the board has no such pin under any name.", use.words)
            : fmt::format(
                "“{}” is {}; that pin is printed {}.", use.pin, meant.what, meant.pin->name),
        "a pin has a printed name, a position, a port and a channel number", {}, {}};
    if (meant.pin != nullptr)
        finding.fixes.push_back(moveTo(use, meant.pin->name));
    return finding;
}

Finding withoutPin(const PinUse& use)
{
    return {"P05", Severity::Check, use.place, fmt::format("The {} has no pin", use.words),
        "Nothing is read until it has one.", "one pin, one use", {}, {}};
}

Finding wrongRole(const PinUse& use, const PinSpec& pin)
{
    return {"P05", Severity::Stop, use.place,
        fmt::format("Pin {} cannot serve {}", use.pin, use.words),
        fmt::format("It can do {}, wanted is {}.", roleWords(pin.roles),
            pinRoleWords[static_cast<std::size_t>(use.role)]),
        "roles of the board's class", {}, {}};
}

} // namespace

void checkPinNames(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    for (const auto& use : uses) {
        // What a channel reads and what a module brings is one wire, and told once.
        const bool isTold = std::any_of(uses.data(), &use, [&](const PinUse& before) {
            return before.board == use.board && before.pin == use.pin && mayShare(before, use);
        });
        if (use.board == nullptr || use.board->pins.empty() || (isTold && !use.pin.empty()))
            continue;
        const auto* pin = findPin(*use.board, use.pin);
        if (!use.pin.empty() && pin == nullptr) {
            out.push_back(wrongName(use));
            continue;
        }
        if (pin != nullptr && has(*pin, use.role))
            continue;
        out.push_back(pin == nullptr ? withoutPin(use) : wrongRole(use, *pin));
        addMove(out.back(), uses, use);
    }
}

void checkSourceResistance(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!c.isAnalog())
            continue;
        const auto& channel = *findById(in.channels, c.id);
        const auto& converter = *findById(in.parts, channel.source.board)->converter;
        const double most = inSi(converter.sourceMost);
        const double source = mostSourceResistance(c.input, c.from, c.to);
        const double needed = std::ldexp(samplingFarad, c.bits);
        if (source <= most || inSi(channel.frontEnd.capacitor) >= needed)
            continue;
        Finding finding{"P10", Severity::Check, "/channels/" + c.id + "/frontEnd",
            fmt::format("{} of {} are too much for the converter", ohmText(source), c.name),
            fmt::format("Its sampling settles up to {}; above, readings depend on the input read "
                        "before. A capacitor of {} nF or more at the pin serves the sampling "
                        "instead, or a smaller divider.",
                toText(converter.sourceMost), significantText(std::ceil(needed * 1e9), 3)),
            "typical of the class: 14 pF are charged to one count in 2^N", {}, {}};
        constexpr double usual = 100e-9; // farad
        constexpr double largest = 1e-6;
        if (needed <= largest) {
            auto served = channel.frontEnd;
            served.capacitor = {(needed > usual ? largest : usual) * 1e9, "nF"};
            finding.fixes.push_back({fmt::format("Fit {} at the pin", toText(served.capacitor)),
                [id = c.id, served](
                    const Instrument& before) { return withFrontEnd(before, id, served); }});
        }
        if (channel.frontEnd.kind == FrontEndKind::Divider && c.input.r1 > 0
            && hazardOf(c) == Hazard::None) {
            auto smaller = channel.frontEnd;
            // The ratio stays; the next values down keep the source below the limit.
            const double share = most / source * 0.95;
            smaller.r1 = asResistor(nearestE24(c.input.r1 * share));
            smaller.r2 = asResistor(nearestE24(c.input.r2 * share));
            finding.fixes.push_back(
                {fmt::format("Use {} over {}", toText(smaller.r1), toText(smaller.r2)),
                    [id = c.id, smaller](
                        const Instrument& before) { return withFrontEnd(before, id, smaller); }});
        }
        out.push_back(std::move(finding));
    }
}

void checkEnoughPins(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinLines(in);
    for (const auto& board : in.parts) {
        if (board->pins.empty())
            continue;
        const auto analog = pinsWanted(uses, *board, PinRole::Analog);
        const auto inputs = analogPinsFor(uses, *board);
        if (analog > inputs)
            out.push_back({"P14", Severity::Stop, "/parts/" + board->id,
                fmt::format("{} analog inputs are wanted, {} has {} for them", analog,
                    partName(*board), inputs),
                "Ways out: a board with more inputs, a converter on the bus, a switch of inputs, "
                "or a second small board.",
                "pins of the board's class", {}, {}});
        const auto all = pinsWanted(uses, *board);
        if (all > board->pins.size())
            out.push_back({"P14", Severity::Stop, "/parts/" + board->id,
                fmt::format(
                    "{} pins are wanted, {} has {}", all, partName(*board), board->pins.size()),
                "Ways out: modules on a bus instead of lines of their own, or a larger board.",
                "pins of the board's class", {}, {}});
    }
}

namespace {

/// The letters before the number: "B" of "B3".
std::string portOf(const PinSpec* pin)
{
    if (pin == nullptr)
        return {};
    const auto digits = std::find_if(
        pin->port.begin(), pin->port.end(), [](char c) { return c >= '0' && c <= '9'; });
    return {pin->port.begin(), digits};
}

} // namespace

void checkWholePort(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    for (const auto& view : busViews(in)) {
        if (!view.bus->isWholePort || view.bus->lines.empty())
            continue;
        const auto port = portOf(findPin(*view.board, view.bus->lines.front().pin));
        const auto disturbed = std::find_if(uses.begin(), uses.end(), [&](const PinUse& use) {
            return use.board == view.board && use.bus != view.bus && !port.empty()
                && portOf(findPin(*view.board, use.pin)) == port;
        });
        if (disturbed == uses.end())
            continue;
        out.push_back({"P20", Severity::Check, disturbed->place,
            fmt::format("Writing port {} also sets {}", port, disturbed->pin),
            fmt::format("{} writes the whole port at once, and {} is on it.", busName(*view.bus),
                disturbed->words),
            "common practice",
            {busFix("Write only the bus's own pins", *view.board, view.bus->id,
                [](BusSpec& bus) { bus.isWholePort = false; })},
            {}});
    }
}

void checkEmitter(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& part : in.parts) {
        const auto* board = boardOf(in, *part);
        if (!part->emitter || board == nullptr || !board->levels)
            continue;
        const auto& e = *part->emitter;
        const double headroom = inSi(board->levels->drives) - inSi(e.forward);
        const double most = std::min(inSi(e.most), inSi(board->levels->carries));
        const double ohm = inSi(e.resistor);
        if (headroom <= 0 || (ohm > 0 && headroom / ohm <= most))
            continue;
        // Half of what it bears is bright enough and leaves room.
        const auto resistor = asResistor(nextE24(headroom / (most / 2)));
        out.push_back({"P22", ohm > 0 ? Severity::Check : Severity::Stop, "/parts/" + part->id,
            ohm > 0 ? fmt::format("{} draws {}, {} are allowed", partName(*part),
                ampereText(headroom / ohm), ampereText(most))
                    : fmt::format("{} has no resistor", partName(*part)),
            fmt::format("({} − {})/R flows; the diode bears {}, the pin {}.",
                voltText(inSi(board->levels->drives)), voltText(inSi(e.forward)),
                ampereText(inSi(e.most)), ampereText(inSi(board->levels->carries))),
            "Ohm's law; limits of the classes",
            {partFix(fmt::format("Fit {}", toText(resistor)), part->id,
                [resistor](Part& p) { p.emitter->resistor = resistor; })},
            {}});
    }
}

} // namespace fern
