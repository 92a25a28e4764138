#pragma once
// What would bring a missed wish nearer: changes of the instrument that are tried before they are
// offered.

#include "judge/findings.h"
#include "judge/wishes.h"

namespace fern {

/// Returns whether so many decimals of a reader mean anything, as far as that is known.
bool areHonest(const PlainChannel& channel, const PlainReader& reader, int decimals);

/// Returns the fix that helps a channel's missed wish most, without costing it another wish that is
/// met; none where no change that is known helps. What helps as much is taken in the order of the
/// trouble that it makes.
std::optional<Fix> bestWay(const Instrument& in, const PlainInstrument& plain, std::size_t channel,
    const WishVerdict& missed);

} // namespace fern
