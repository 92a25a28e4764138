// P06: what drives a line, what bears it, and what sees it as high.

#include "judge/rules/rules.h"

#include "instrument/parts_view.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

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
        bool drivesLogic = false; // a converter sees every level
        bool listens = false;
        for (const auto& line : part->lines)
            if (!line.pin.empty()) {
                const bool isDriven = line.isInput && !line.isContact;
                drives = drives || isDriven;
                drivesLogic = drivesLogic || (isDriven && line.role != PinRole::Analog);
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
        else if (drivesLogic && up < inSi(ours.highFrom))
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

} // namespace fern
