#pragma once
// The true front end of one analog channel: what the parts really are, drawn from their tolerances.
// The scaling never sees these values; it assumes the nominal ones.

#include "parts/analog_input.h"

#include <cstdint>
#include <string_view>

namespace fern {

/// Nominal values and tolerances, in SI units and percent.
struct AnalogNominal {
    AnalogInput input;
    double sourceOhms = 0; ///< of what is measured; the scaling knows nothing of it
    double sensorTolerancePercent = 0;
    double resistorTolerancePercent = 0;
    double reference = 1;
    double referenceTolerancePercent = 0;
    double offsetHalfWidthLsb = 0;
    double nonlinearityHalfWidthLsb = 0; ///< integral
    double noiseLsb = 0; ///< rms
    double lsbVolts = 0;
};

struct AnalogTruth {
    AnalogInput input;
    double reference = 1; ///< volts
    double offsetVolts = 0; ///< of the converter
    double bowVolts = 0, waveVolts = 0; ///< of its nonlinearity: half a sine and a whole one
    double noiseVolts = 0; ///< rms at the pin
};

/// Returns by how many volts the converter's transfer is off a straight line at a pin's volts: zero
/// at both ends of its range, and nowhere more than its integral nonlinearity.
double nonlinearityAt(const AnalogTruth& truth, double volts);

/// Draws one specimen. Every value is uniform within its tolerance; the same seed and channel give
/// the same specimen.
AnalogTruth drawTruth(const AnalogNominal& nominal, std::uint64_t seed, std::string_view channel);

} // namespace fern
