#pragma once
// How the voltage of a battery falls while it is used, and what it loses by itself.

#include "parts/supply_spec.h"

namespace fern {

/// Returns the volts at the terminals of a battery that has given a share (0 … 1) of its capacity,
/// at a light load and room temperature: the curve of its chemistry, scaled to its nominal voltage.
double batteryVolts(const BatterySpec& battery, double given);

/// Returns the share (0 … 1) of its capacity that a battery gives before it falls below `volts`: 0
/// when it never was above, 1 when it never falls below.
double givenAbove(const BatterySpec& battery, double volts);

/// Returns the current, in ampere, that the self-discharge of the chemistry is worth.
double selfDischarge(const BatterySpec& battery);

} // namespace fern
