#pragma once
// How dark liquid crystal gets with its voltage. From memory: too low and it is blank, too high and
// all of it is dark.

#include <algorithm>

namespace fern {

struct CrystalLook {
    double contrast = 1; ///< how much of what is shown stands out
    bool isAllDark = false;
};

/// How much of its light is left by that of the room when its own is out (from memory).
inline double crystalLight(double own)
{
    constexpr double unlit = 0.25;
    return unlit + (1 - unlit) * own;
}

/// The voltage as a share of the right one.
inline CrystalLook crystalLook(double share)
{
    constexpr double blank = 0.6, all = 1.4;
    return {std::clamp((share - blank) / (1 - blank), 0.0, 1.0), share >= all};
}

} // namespace fern
