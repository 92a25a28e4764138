#pragma once
// A formula of channels as C for the firmware.

#include "base/units.h"
#include "curves/formula.h"
#include "kernel/kernel.h"

#include <string>
#include <string_view>

namespace fern {

/// Returns one function with the helpers that it calls: from the SI values of the variables, of
/// those before and of the seconds since they were sampled, where the formula asks for them, to the
/// value in `unit`; NaN where it has none. `name` is any text, made into an identifier.
std::string formulaForFirmware(
    const Formula& formula, NumberKind kind, std::string_view name, const Unit& unit);

} // namespace fern
