#include "curves/platinum.h"

#include <cmath>

namespace fern {

double platinumMultiple(double t)
{
    const double cubic = t < 0 ? platinumC * (t - 100) * t * t * t : 0;
    return 1 + t * (platinumA + t * platinumB) + cubic;
}

double platinumSlope(double t)
{
    const double cubic = t < 0 ? platinumC * t * t * (4 * t - 300) : 0;
    return platinumA + 2 * platinumB * t + cubic;
}

double platinumCelsius(double multiple)
{
    double t = (-platinumA + std::sqrt(platinumA * platinumA - 4 * platinumB * (1 - multiple)))
        / (2 * platinumB);
    if (multiple >= 1)
        return t;
    for (int step = 0; step < 5; ++step)
        t -= (platinumMultiple(t) - multiple) / platinumSlope(t);
    return t;
}

} // namespace fern
