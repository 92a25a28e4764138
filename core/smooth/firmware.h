#pragma once
// Smoothing as C for the firmware.

#include "kernel/kernel.h"
#include "smooth/spec.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns the steps that are not off as C: the kernel's functions that they need, and one function
/// from a new value to the smoothed one, in `unit`, that gives the digits that this program
/// computes while samples come every `sampleSeconds`. Levels are in that unit; a spike gate must
/// name its least deviation. `name` is any text, made into an identifier.
std::string smoothingForFirmware(const std::vector<StepSpec>& steps, NumberKind kind,
    double sampleSeconds, std::string_view name, std::string_view unit);

} // namespace fern
