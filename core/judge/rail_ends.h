#pragma once
// The ends of what a converter can tell and of what its input bears.

#include "instrument/resolve.h"

namespace fern {

/// Below ground by more than this a protection diode of any input conducts.
constexpr double lowestPinVolts = -0.3;

enum class RailEnd { None, Bottom, Top };

/// Returns the end of the converter's codes that a code stands at.
RailEnd railEnd(const PlainChannel& channel, double code);

/// Returns whether a code is within two of what an end of the wished range gives: a knob at its
/// end, a current of nothing.
bool isWishedEnd(const PlainChannel& channel, double code);

} // namespace fern
