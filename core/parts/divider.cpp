#include "parts/divider.h"

#include "parts/e_series.h"

#include <cassert>
#include <cmath>

namespace fern {

double dividerRatio(double r1, double r2)
{
    return r2 / (r1 + r2);
}

double dividerSourceResistance(double r1, double r2)
{
    return r1 * r2 / (r1 + r2);
}

DividerPair bestE24Divider(double maxInput, double maxPin, double totalOhm, double tolerancePercent)
{
    assert(maxInput > maxPin && maxPin > 0 && totalOhm > 0);
    const double spread = tolerancePercent / 100;
    DividerPair best{};
    double bestUse = 0;
    double bestOff = 0;
    // All pairs with r2 within a decade of either side of what the total asks for.
    const double middle = std::floor(std::log10(totalOhm * maxPin / maxInput));
    for (int decade = -1; decade <= 1; ++decade) {
        for (const double base2 : e24()) {
            const double r2 = base2 * std::pow(10, middle + decade);
            const double exact = r2 * (maxInput / maxPin - 1);
            for (const double r1 : {nearestE24(exact), nextE24(exact), nextE24(nextE24(exact))}) {
                const double worst = maxInput * dividerRatio(r1 * (1 - spread), r2 * (1 + spread));
                if (worst > maxPin)
                    continue;
                const double use = dividerRatio(r1, r2);
                const double off = std::fabs(std::log((r1 + r2) / totalOhm));
                const bool clearlyBetter = use > bestUse * 1.005;
                const bool asGood = use > bestUse * 0.995 && off < bestOff;
                if (clearlyBetter || asGood) {
                    best = {r1, r2};
                    bestUse = use;
                    bestOff = off;
                }
            }
        }
    }
    return best;
}

} // namespace fern
