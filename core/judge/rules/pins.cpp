// P04, P05, P06, P08, P10, P14, P19, P20, P22: the pins of the boards and what is wired to them.

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

} // namespace

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

namespace {

/// Modules that work below their supply have a regulator; their pull-ups stand before or behind it.
void checkDoubtfulPullUps(
    const Instrument& in, const BusView& view, const Part& weakest, Findings& out)
{
    if (view.pullUpMost <= inSi(weakest.levels->tolerates))
        return;
    for (const auto* part : view.modules) {
        const double supply = inputVolts(in.parts, *part);
        if (inSi(part->port->pullUp) <= 0 || !(supply > pullsUpTo(in, *part)))
            continue;
        out.push_back({"P06", Severity::Check, "/parts/" + part->id,
            fmt::format("The pull-ups of {} may go to its {}, {} bears {}", partName(*part),
                voltText(supply), partName(weakest), voltText(inSi(weakest.levels->tolerates))),
            "It has a regulator of its own, and nobody told on which side of it the resistors are. "
            "Measure a line of the module while nothing else is connected.",
            "common practice",
            {partFix(fmt::format("Take the pull-ups of {} off", partName(*part)), part->id,
                [](Part& p) {
                    p.port->pullUp = {0, "ohm"};
                })},
            {}});
    }
}

/// The levels of a bus that is pulled up: what its parts bear, and what they see as high.
void checkBusLevels(const Instrument& in, const BusView& view, Findings& out)
{
    if (view.pullUpOhm == 0)
        return;
    const double up = view.pullUpVolts;
    auto members = view.modules;
    members.push_back(view.board);
    std::erase_if(members, [](const Part* part) { return !part->levels; });
    double lowest = up;
    for (const auto* part : members)
        if (inSi(part->levels->drives) > 0)
            lowest = std::min(lowest, inSi(part->levels->drives));
    const auto weakest =
        std::min_element(members.begin(), members.end(), [](const Part* a, const Part* b) {
            return inSi(a->levels->tolerates) < inSi(b->levels->tolerates);
        });
    const auto deafest =
        std::max_element(members.begin(), members.end(), [](const Part* a, const Part* b) {
            return inSi(a->levels->highFrom) < inSi(b->levels->highFrom);
        });
    if (weakest == members.end())
        return;
    if (up > inSi((*weakest)->levels->tolerates)) {
        Finding finding{"P06", Severity::Stop, view.place,
            fmt::format("{} is pulled up to {}, {} bears {}", busName(*view.bus), voltText(up, 2),
                partName(**weakest), voltText(inSi((*weakest)->levels->tolerates))),
            "Pull the lines up to the lower supply; both sides see that as high, or a level "
            "shifter stands between them.",
            "absolute maximum of the class; UM10204, 3.1.2", {}, {}};
        if (inSi(view.bus->pullUp) > 0 && inSi(view.bus->pullUpTo) > lowest)
            finding.fixes.push_back(busFix(fmt::format("Pull up to {}", voltText(lowest)),
                *view.board, view.bus->id, [lowest](BusSpec& bus) {
                    bus.pullUpTo = {lowest, "V"};
                }));
        for (const auto* part : view.modules)
            if (pullsUpTo(in, *part) > inSi((*weakest)->levels->tolerates))
                finding.fixes.push_back(
                    partFix(fmt::format("Take the pull-ups of {} off, they go to {}",
                                partName(*part), voltText(pullsUpTo(in, *part))),
                        part->id, [](Part& p) {
                            p.port->pullUp = {0, "ohm"};
                        }));
        out.push_back(std::move(finding));
    } else if (view.pullUpMost < inSi((*deafest)->levels->highFrom)) {
        out.push_back({"P06", Severity::Check, view.place,
            fmt::format("{} is pulled up to {}, {} sees high from {}", busName(*view.bus),
                voltText(view.pullUpMost, 2), partName(**deafest),
                voltText(inSi((*deafest)->levels->highFrom))),
            "It may work by luck. A level shifter makes it sure.", "thresholds of both classes", {},
            {}});
    } else {
        checkDoubtfulPullUps(in, view, **weakest, out);
    }
}

} // namespace

void checkLevels(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto add = [&](const Part& part, Severity severity, std::string title,
                         std::string reason) {
        out.push_back({"P06", severity, "/parts/" + part.id, std::move(title), std::move(reason),
            "thresholds of both classes", {}, {}});
    };
    for (const auto& part : in.parts) {
        const auto* board = boardOf(in, *part);
        if (board == nullptr || board == part.get() || !part->levels || !board->levels)
            continue;
        const auto& ours = *board->levels;
        const auto& theirs = *part->levels;
        bool drives = false;
        bool listens = false;
        for (const auto& line : part->lines)
            if (!line.pin.empty()) {
                drives = drives || (line.isInput && !line.isContact);
                listens = listens || !line.isInput;
            }
        const double up =
            inSi(theirs.drives) > 0 ? inSi(theirs.drives) : inputVolts(in.parts, *part);
        const double down = inSi(ours.drives);
        if (drives && up > inSi(ours.tolerates))
            add(*part, Severity::Stop,
                fmt::format("{} drives {} into a pin that bears {}", partName(*part), voltText(up),
                    voltText(inSi(ours.tolerates))),
                "A divider or a level shifter between them brings the level down.");
        else if (drives && up < inSi(ours.highFrom))
            add(*part, Severity::Check,
                fmt::format("{} drives {}, the board sees high from {}", partName(*part),
                    voltText(up), voltText(inSi(ours.highFrom))),
                "It may work by luck. A level shifter makes it sure.");
        if (listens && down > inSi(theirs.tolerates))
            add(*part, Severity::Stop,
                fmt::format("The board drives {} into {}, which bears {}", voltText(down),
                    partName(*part), voltText(inSi(theirs.tolerates))),
                "A divider or a level shifter between them brings the level down.");
        else if (listens && down < inSi(theirs.highFrom))
            add(*part, Severity::Check,
                fmt::format("The board drives {}, {} sees high from {}", voltText(down),
                    partName(*part), voltText(inSi(theirs.highFrom))),
                "It may work by luck. A level shifter makes it sure.");
    }
    for (const auto& view : busViews(in))
        checkBusLevels(in, view, out);
}

namespace {

/// A contact at a pin of a channel, which no module brings.
void checkBareContact(const Channel& channel, const std::vector<PinUse>& uses, Findings& out)
{
    const auto& source = channel.source;
    const bool isSwitch = source.kind == SourceKind::Switch;
    const auto pull = isSwitch ? source.contact.pull : source.pulses.pull;
    const bool isBrought = std::any_of(uses.begin(), uses.end(), [&](const PinUse& use) {
        return use.line != nullptr && use.line->isInput && use.pin == source.pin
            && use.board != nullptr && use.board->id == source.board;
    });
    if ((!isSwitch && source.kind != SourceKind::Pulses) || pull != LinePull::None || isBrought
        || source.pin.empty())
        return;
    const auto fix = [&](const char* label, LinePull kind) {
        auto held = source;
        (isSwitch ? held.contact.pull : held.pulses.pull) = kind;
        return Fix{label, [id = channel.id, held](const Instrument& before) {
                       return withSource(before, id, held);
                   }};
    };
    out.push_back({"P08", Severity::Check, "/channels/" + channel.id + "/source",
        fmt::format("Nothing says what holds pin {} of {}", source.pin, channel.name),
        "A contact drives one level only. Open, its input wanders and takes up hum: it counts by "
        "itself. A pull resistor holds it.",
        "common practice",
        {fix("Switch the pin's own pull resistor on", LinePull::Internal),
            fix("Fit a resistor of 10 kΩ", LinePull::External)},
        {}});
}

} // namespace

void checkFloating(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    for (const auto& channel : in.channels)
        checkBareContact(*channel, uses, out);
    for (const auto& part : in.parts)
        for (const auto& line : part->lines) {
            // What has no levels cannot drive: a button, a bare reed.
            const bool isPassive = line.isInput && !part->levels
                && (line.role == PinRole::Digital || line.role == PinRole::Interrupt);
            if ((!line.isContact && !isPassive) || line.pull != LinePull::None || line.pin.empty())
                continue;
            const auto pull = [&](const char* label, LinePull kind) {
                return lineFix(label, *part, line.name, [kind](LineSpec& l) { l.pull = kind; });
            };
            out.push_back({"P08", Severity::Check, "/parts/" + part->id,
                fmt::format("Nothing holds {} of {} while it is open", line.name, partName(*part)),
                "An open input wanders and takes up hum: it counts by itself. A pull resistor "
                "holds "
                "it.",
                "common practice",
                {pull("Switch the pin's own pull resistor on", LinePull::Internal),
                    pull("Fit a resistor of 10 kΩ", LinePull::External)},
                {}});
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
        const double source =
            std::max(sourceResistance(c.input, c.from), sourceResistance(c.input, c.to));
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

/// Where a line that takes no pin usually goes: enables and resets are held at the supply.
std::optional<LineTied> usualTie(std::string_view name)
{
    struct Tie {
        std::string_view name;
        LineTied to;
    };
    constexpr std::array<Tie, 5> usual{{{"reset", LineTied::Supply}, {"enable", LineTied::Supply},
        {"backup supply", LineTied::Supply}, {"light", LineTied::Supply},
        {"contrast", LineTied::Ground}}};
    for (const auto& tie : usual)
        if (tie.name == name)
            return tie.to;
    return std::nullopt;
}

bool isOpen(const LineSpec& line)
{
    return line.pin.empty() && line.tied == LineTied::Open;
}

/// Whether nothing leads to a part that has lines or a place on a bus. Analog outputs may lead to a
/// converter of their own.
bool isUnwired(const Instrument& in, const Part& part)
{
    const bool isOnBus = part.port && findBus(in, part.port->bus) != nullptr;
    const bool wantsBus = part.port && (part.port->address != 0 || !part.port->straps.empty());
    const bool leads = std::any_of(part.lines.begin(), part.lines.end(), [](const LineSpec& line) {
        return !line.pin.empty() || (line.isInput && line.role == PinRole::Analog);
    });
    return !isOnBus && !leads
        && (wantsBus || std::any_of(part.lines.begin(), part.lines.end(), isOpen));
}

/// Left open: a name and how many more.
std::string openWords(const std::vector<const LineSpec*>& open)
{
    return open.size() == 1 ? open[0]->name + " is"
                            : fmt::format("{} and {} more are", open[0]->name, open.size() - 1);
}

} // namespace

void checkOpenLines(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto add = [&](const Part& part, std::string title, std::string reason) -> Finding& {
        out.push_back({"P19", Severity::Check, "/parts/" + part.id, std::move(title),
            std::move(reason), "common practice", {}, {}});
        return out.back();
    };
    for (const auto& part : in.parts) {
        if (part->kind == PartKind::Board)
            continue;
        if (isUnwired(in, *part)) {
            add(*part, partName(*part) + " is not wired",
                part->lines.empty() ? "It hangs on no bus: nothing reaches it."
                                    : "None of its lines goes anywhere: nothing reaches it.");
            continue;
        }
        std::vector<const LineSpec*> open;
        for (const auto& line : part->lines)
            if (line.isRequired && isOpen(line))
                open.push_back(&line);
        if (open.empty())
            continue;
        auto& finding =
            add(*part, fmt::format("{} of {} left open", openWords(open), partName(*part)),
                "Left open it takes any level, and another one tomorrow. Its data sheet says "
                "where it belongs.");
        for (const auto* line : open)
            if (const auto tie = usualTie(line->name))
                finding.fixes.push_back(
                    lineFix(fmt::format("Tie {} to {}", line->name,
                                *tie == LineTied::Supply ? "the supply" : "ground"),
                        *part, line->name, [to = *tie](LineSpec& l) { l.tied = to; }));
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
                milliampereText(headroom / ohm), milliampereText(most))
                    : fmt::format("{} has no resistor", partName(*part)),
            fmt::format("({} − {})/R flows; the diode bears {}, the pin {}.",
                voltText(inSi(board->levels->drives)), voltText(inSi(e.forward)),
                milliampereText(inSi(e.most)), milliampereText(inSi(board->levels->carries))),
            "Ohm's law; limits of the classes",
            {partFix(fmt::format("Fit {}", toText(resistor)), part->id,
                [resistor](Part& p) { p.emitter->resistor = resistor; })},
            {}});
    }
}

} // namespace fern
