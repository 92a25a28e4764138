#pragma once
// The four ways for two modules of one I²C address to live in one instrument.

#include "judge/findings.h"

#include <array>
#include <string>

namespace fern {

enum class AddressWayKind { Strap, SecondBus, Multiplexer, Mirrored };
inline constexpr std::array<AddressWayKind, 4> addressWayKinds{AddressWayKind::Strap,
    AddressWayKind::SecondBus, AddressWayKind::Multiplexer, AddressWayKind::Mirrored};

/// A way: whatever stood before, its fix leads to that state. The first module stays on its bus.
struct AddressWay {
    AddressWayKind kind = AddressWayKind::Strap;
    Fix fix; ///< apply is empty when it is impossible
    std::string obstacle; ///< why it is impossible
    int pins = 0; ///< of the board that it takes more
    bool addsPart = false; ///< a multiplexer

    bool isPossible() const { return obstacle.empty(); }
};

/// Returns every way, in the order of the kinds. Both parts have a port with an address.
std::array<AddressWay, 4> addressWays(const Instrument& in, const Part& first, const Part& second);

/// Returns whether two modules of one bus would answer to the same address at the same time.
bool collide(const Part& first, const Part& second);

} // namespace fern
