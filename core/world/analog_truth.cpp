#include "world/analog_truth.h"

#include "base/random.h"
#include "parts/divider.h"

namespace fern {

AnalogTruth drawTruth(const AnalogNominal& nominal, std::uint64_t seed, std::string_view channel)
{
    const RandomStream draws(seed, channel, "tolerances");
    const auto within = [&](std::uint64_t index, double percent) {
        return 1 + percent / 100 * draws.symmetric(index);
    };
    const double r1 = nominal.r1 * within(0, nominal.resistorTolerancePercent);
    const double r2 = nominal.r2 * within(1, nominal.resistorTolerancePercent);
    return {dividerRatio(r1, r2), nominal.reference * within(2, nominal.referenceTolerancePercent),
        nominal.offsetHalfWidthLsb * draws.symmetric(3) * nominal.lsbVolts,
        nominal.noiseLsb * nominal.lsbVolts};
}

} // namespace fern
