#pragma once
// A sine that is the same on every machine: the mathematics library's is not, to the last bit.

#include <cmath>

namespace fern {

/// Returns sin(2π · turns), off by less than 1e-9.
inline double sineOfTurns(double turns)
{
    // To −1/4 … 1/4 of a turn, where sin falls on both sides alike.
    double x = turns - std::floor(turns + 0.5);
    if (x > 0.25)
        x = 0.5 - x;
    else if (x < -0.25)
        x = -0.5 - x;
    const double a = x * 6.283185307179586;
    const double s = a * a;
    // The first terms of the power series.
    return a
        * (1
            + s
                * (-1.0 / 6
                    + s
                        * (1.0 / 120
                            + s
                                * (-1.0 / 5040
                                    + s
                                        * (1.0 / 362880
                                            + s * (-1.0 / 39916800 + s / 6227020800.0))))));
}

} // namespace fern
