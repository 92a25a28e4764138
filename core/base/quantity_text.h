#pragma once
// How a figure is written for people: the one way, wherever it stands.

#include "base/units.h"

#include <string>
#include <string_view>

namespace fern {

/// Returns a difference, a width or a size in SI units, rounded to `digits`, under the prefix that
/// reads best: "7.1 mg" in a channel of kg, "0.67 mV" of V, "0.19 V", "8 kΩ", "0.019 °C".
std::string quantityText(double si, const Unit& unit, int digits = 3);

/// The same of a value, which knows the zero of its unit: "21.5 °C".
std::string valueText(double si, const Unit& unit, int digits = 3);

/// Returns two sizes in the unit of the larger: "0 … 10 mV".
std::string quantitiesText(double from, double to, const Unit& unit, int digits = 3);

/// Returns how long something runs, in hours, as every view writes it: "106 h".
std::string hoursText(double seconds);

/// Returns a count with its word: "1 poll", "2 polls"; the plural of the word by an "s".
std::string countText(long long count, std::string_view word);

// The units of electricity.
std::string voltText(double volts, int digits = 3);
std::string voltsText(double from, double to, int digits = 3);
std::string ampereText(double amperes, int digits = 3);
std::string ohmText(double ohms, int digits = 3);
std::string hertzText(double hertz, int digits = 3);
std::string wattText(double watts, int digits = 3);

} // namespace fern
