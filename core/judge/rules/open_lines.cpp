// P08, P19: inputs that nothing holds, and lines that lead nowhere.

#include "judge/rules/rules.h"

#include "instrument/edits.h"
#include "instrument/parts_view.h"
#include "judge/part_fix.h"

#include <algorithm>
#include <array>
#include <optional>

#include <fmt/format.h>

namespace fern {

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

/// The pin of a key ladder that nothing holds while no key is pressed.
void checkLadderHold(const Channel& channel, Findings& out)
{
    const auto& source = channel.source;
    const auto& ladder = source.ladder;
    if (source.kind != SourceKind::KeyLadder || ladder.pullUp.value > 0
        || ladder.pullDown.value > 0)
        return;
    auto held = source;
    held.ladder.pullUp = {10, "kohm"};
    const bool isTwoWay = std::any_of(ladder.keys.begin(), ladder.keys.end(),
        [](const LadderKey& key) { return key.isToReference; });
    if (isTwoWay)
        held.ladder.pullDown = held.ladder.pullUp;
    out.push_back({"P08", Severity::Check, "/channels/" + channel.id + "/source",
        fmt::format("Nothing holds the pin of {} while no key is pressed", channel.name),
        "An open analog pin wanders and couples the mains: its codes pass through the windows of "
        "keys that nobody presses.",
        "common practice",
        {{isTwoWay ? "Hold its middle by 10 kΩ up and 10 kΩ down" : "Fit 10 kΩ up",
            [id = channel.id, held](
                const Instrument& before) { return withSource(before, id, held); }}},
        {}});
}

} // namespace

void checkFloating(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    const auto uses = pinUses(in);
    for (const auto& channel : in.channels)
        checkBareContact(*channel, uses, out);
    for (const auto& channel : in.channels)
        checkLadderHold(*channel, out);
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
    return open.size() == 1 ? open[0]->name
                            : fmt::format("{} and {} more", open[0]->name, open.size() - 1);
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
        auto& finding = add(*part,
            fmt::format("{} of {} {} left open", openWords(open), partName(*part),
                open.size() == 1 ? "is" : "are"),
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

} // namespace fern
