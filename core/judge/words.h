#pragma once
// Values of a channel as words, in its unit.

#include "instrument/resolve.h"

#include <string>

namespace fern {

/// Returns a value, given in SI units, with its unit: "13.02 V", "21.5 °C".
std::string valueText(const PlainChannel& channel, double si, int digits);

/// Returns a value or a difference that is given in the channel's unit, with that unit.
std::string inUnitText(const PlainChannel& channel, double value, int digits = 3);

/// Returns a difference or half width: without the zero shift of a temperature scale.
std::string differenceText(const PlainChannel& channel, double si, int digits);

/// Returns volts, with a prefix where they are small, and milliamperes: "3.3 V", "20 mV", "45 mA".
std::string voltText(double volts, int digits = 3);
/// Returns two voltages in the unit of the larger one: "0 … 10 mV".
std::string voltsText(double from, double to, int digits);
std::string milliampereText(double ampere);
/// Returns a resistance with three digits: "10.3 kΩ".
std::string ohmText(double ohm);

} // namespace fern
