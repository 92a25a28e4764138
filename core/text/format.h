#pragma once
// A value becomes exactly the cells of its field. Every view, the glass and the exported code use
// this one arithmetic, so they show the same digits.

#include "kernel/kernel.h"
#include "text/spec.h"

#include <string>

namespace fern {

/// Whether a reader has a number to show; each of the others has its own mark.
enum class ValueState { Valid, Invalid, Stale, NotYet };

/// Returns exactly spec.width cells (UTF-8). A number is rounded half away from zero of
/// value · 10^decimals in the board's number kind; "-0" is never written; times are cut to whole
/// milliseconds, then to what the form shows (value in seconds); a number that does not fit fills
/// the field with the overflow mark; without a value the mark of the state stands in the digits'
/// place, and NaN counts as invalid.
std::string formatText(
    double value, const TextSpec& spec, NumberKind kind, ValueState state = ValueState::Valid);

/// Returns exactly spec.width cells with the words; what does not fit is cut, and the last cell is
/// the overflow mark.
std::string formatWords(
    std::string_view words, const TextSpec& spec, ValueState state = ValueState::Valid);

/// Returns the number that formatText shows, or NaN when it shows marks.
double shownValue(double value, const TextSpec& spec, NumberKind kind);

/// Returns the least width in which `value` fits with the spec's decimals and unit.
int cellsNeeded(double value, const TextSpec& spec, NumberKind kind);

/// Returns the number of characters of UTF-8 text.
int cellCount(std::string_view text);

} // namespace fern
