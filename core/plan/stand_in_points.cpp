#include "plan/stand_in_points.h"

#include "plan/starting_points.h"

namespace fern {

Instrument usualInstrumentFor(StandInKind kind)
{
    const auto row = [&]() -> std::string_view {
        switch (kind) {
        case StandInKind::Board:
        case StandInKind::Meter:
            return "battery-12v";
        case StandInKind::Pulses:
        case StandInKind::Wheel:
            return "speed-wheel";
        case StandInKind::Receiver:
            return "speed-receiver";
        case StandInKind::Remote:
            return "remote";
        case StandInKind::Scanner:
            return "labels";
        case StandInKind::Node:
            return "node";
        case StandInKind::Computer:
            return "computer-load";
        case StandInKind::Lines:
            return "number-line";
        }
        return "battery-12v";
    }();
    const auto& point = *findStartingPoint(row);
    const auto empty =
        emptyInstrument("Stand-in", startingBoards().front().part, startingDisplays().front().part);
    return *withStartingPoint(empty, point, point.title);
}

} // namespace fern
