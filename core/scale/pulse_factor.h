#pragma once
// How many pulses stand for one unit, from a wheel or from a measured amount.

#include "base/quantity.h"
#include "base/result.h"
#include "base/units.h"

namespace fern {

/// Pulses that were counted while a known amount went by: a turn of the wheel and its
/// circumference, a measured distance, a filled bucket.
struct CountedAmount {
    double pulses = 1;
    Quantity amount{1, "m"};
};

/// Returns the pulses for one `unit` of a total, or the hertz for one unit of a rate (the amount in
/// a second). Error when they do not fit: a speed wants a distance, a flow wants a volume.
Result<double> pulsesPerUnit(const CountedAmount& counted, const Unit& unit, bool isRate);

/// Returns a usual unit of the amount: metres for a speed, litres for a flow; empty for none.
std::string usualAmountUnit(const Unit& unit, bool isRate);

/// Returns the relative uncertainty that a count has by itself: one pulse more or less.
double countedRelative(double pulses);

} // namespace fern
