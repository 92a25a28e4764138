#include "app/look/activity.h"

namespace fern::app {

QColor activityColour(BusyWith with)
{
    const auto& t = tokens();
    switch (with) {
    case BusyWith::Sampling:
        return t.moss;
    case BusyWith::Drawing:
        return t.accent;
    case BusyWith::Transfer:
    case BusyWith::Sending:
        return t.sky;
    case BusyWith::Panel:
        return t.amber;
    case BusyWith::Driving:
        return t.fern;
    case BusyWith::Printing:
        return t.trace;
    case BusyWith::Waiting:
        return t.brick;
    case BusyWith::Saving:
        return t.ink;
    case BusyWith::Sleeping:
        return t.line;
    case BusyWith::Starting:
        return t.soft;
    }
    return t.line;
}

} // namespace fern::app
