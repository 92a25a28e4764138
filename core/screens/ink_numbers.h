#pragma once
// How electronic paper counts its inks on the bus.

#include "screens/spec.h"

#include <array>

namespace fern {

/// Returns the number of each ink, in the order of Ink, for paper of 4, 6 or 7 colours; what it
/// lacks is black. Paper of two or three colours has a plane of bits for each instead.
constexpr std::array<unsigned, inkWords.size()> inkNumbers(int colours)
{
    if (colours == 4)
        return {1, 1, 0, 3, 0, 0, 2, 0};
    if (colours == 6)
        return {1, 1, 0, 3, 6, 5, 2, 0};
    return {1, 1, 0, 4, 2, 3, 5, 6};
}

} // namespace fern
