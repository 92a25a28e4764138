#include "world/analog_truth.h"

#include "base/random.h"
#include "curves/sine.h"

#include <algorithm>

namespace fern {

AnalogTruth drawTruth(const AnalogNominal& nominal, std::uint64_t seed, std::string_view channel)
{
    const RandomStream draws(seed, channel, "tolerances");
    const auto error = [&](std::uint64_t index, double percent) {
        return percent / 100 * draws.symmetric(index);
    };
    const double referenceError = error(2, nominal.referenceTolerancePercent);
    AnalogTruth truth;
    truth.input = nominal.input;
    truth.input =
        withError(truth.input, InputPart::UpperOrFixed, error(0, nominal.resistorTolerancePercent));
    truth.input =
        withError(truth.input, InputPart::Lower, error(1, nominal.resistorTolerancePercent));
    // The reference feeds a resistive sensor, so both have the same error and it cancels.
    truth.input = withError(truth.input, InputPart::Supply, referenceError);
    truth.input =
        withError(truth.input, InputPart::Sensor, error(4, nominal.sensorTolerancePercent));
    truth.input.r1 += nominal.sourceOhms;
    truth.reference = nominal.reference * (1 + referenceError);
    truth.offsetVolts = nominal.offsetHalfWidthLsb * draws.symmetric(3) * nominal.lsbVolts;
    // Both parts together stay within the half width.
    const double width = nominal.nonlinearityHalfWidthLsb * nominal.lsbVolts;
    const double share = 0.5 + 0.5 * draws.symmetric(6);
    truth.bowVolts = width * share * draws.symmetric(5);
    truth.waveVolts = width * (1 - share) * draws.symmetric(7);
    truth.noiseVolts = nominal.noiseLsb * nominal.lsbVolts;
    return truth;
}

double nonlinearityAt(const AnalogTruth& truth, double volts)
{
    const double turns = std::clamp(volts / truth.reference, -1.0, 1.0) / 2;
    return truth.bowVolts * sineOfTurns(turns) + truth.waveVolts * sineOfTurns(2 * turns);
}

} // namespace fern
