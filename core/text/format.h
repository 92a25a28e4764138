#pragma once
// A value becomes exactly the cells of its field. Every view, the glass and the exported code use
// this one arithmetic, so they show the same digits.

#include "kernel/kernel.h"
#include "text/spec.h"

#include <string>

namespace fern {

/// Returns exactly spec.width cells (UTF-8). Rounds half away from zero of value · 10^decimals in
/// the board's number kind; never writes "-0"; a number that does not fit fills the field with the
/// overflow mark; NaN, a missing value, shows dashes in the digits' place.
std::string formatText(double value, const TextSpec& spec, NumberKind kind);

/// Returns the number that formatText shows, or NaN when it shows marks.
double shownValue(double value, const TextSpec& spec, NumberKind kind);

/// Returns the least width in which `value` fits with the spec's decimals and unit.
int cellsNeeded(double value, const TextSpec& spec, NumberKind kind);

/// Returns the number of characters of UTF-8 text.
int cellCount(std::string_view text);

} // namespace fern
