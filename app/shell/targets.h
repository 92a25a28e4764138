#pragma once
// What can be gone to from anywhere: the targets of the list that is searched by typing.

#include "app/house/place.h"
#include "app/shell/go_to.h"

class QMenu;

namespace fern::app {

/// How to get there.
struct Ways {
    std::function<void(const Destination&)> goTo;
    std::function<void(const QString&)> goToPointer; ///< into the file
};

/// The channels, each with what it says now and how much was found about it.
std::vector<Target> channelTargets(
    const Instrument& instrument, const RunView& view, const Ways& ways);

/// Channels, places, the leaves of the open channel and of the others, parts, captures, findings,
/// what can be played, and the entries of the menu.
std::vector<Target> allTargets(
    const House& house, const QString& channel, const QMenu& menu, const Ways& ways);

} // namespace fern::app
