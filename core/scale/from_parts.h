#pragma once
// The scaling that follows from the parts: what one count is worth in the channel's unit.

#include "reading/converter.h"

#include <string>
#include <vector>

namespace fern {

/// value in SI units = gain · code + offset
struct LinearScaling {
    double gain = 1;
    double offset = 0;

    bool operator==(const LinearScaling&) const = default;
};

/// Returns the scaling of a converter behind a divider: reference / divisor · (r1 + r2) / r2.
/// reference in volts, resistors in ohm.
LinearScaling scalingFromParts(const Converter& converter, double reference, double r1, double r2);

/// Returns the same arithmetic as lines for people, each with its numbers and units.
std::vector<std::string> scalingInWords(
    const Converter& converter, double reference, double r1, double r2);

} // namespace fern
