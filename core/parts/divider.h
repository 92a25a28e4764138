#pragma once
// The arithmetic of a voltage divider.

namespace fern {

/// Returns Vout/Vin = r2/(r1 + r2); r1 ≥ 0 ohm, r2 > 0 ohm.
double dividerRatio(double r1, double r2);

/// Returns the resistance that the converter sees, r1 in parallel with r2, in ohm.
double dividerSourceResistance(double r1, double r2);

struct DividerPair {
    double r1 = 0; ///< ohm
    double r2 = 0; ///< ohm
};

/// Returns the E24 pair that brings `maxInput` volts nearest to, but with both resistors at the bad
/// end of their tolerance not above, `maxPin` volts. Among pairs within 0.5 % of the best the one
/// whose sum is nearest to `totalOhm` wins. maxInput > maxPin > 0, totalOhm > 0.
DividerPair bestE24Divider(
    double maxInput, double maxPin, double totalOhm, double tolerancePercent);

} // namespace fern
