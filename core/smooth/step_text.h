#pragma once
// Steps as makers type them: "median 5", "exponential tau 0.8", "moving average 8"; "off" behind
// one switches it off.

#include "base/result.h"
#include "smooth/spec.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Reads one step. The error says what is accepted.
Result<StepSpec> parseStep(std::string_view text);

/// Writes the step in the grammar that parseStep reads.
std::string stepText(const StepSpec& step);

/// Reads steps separated by ";" or line ends; an empty text is no step.
Result<std::vector<StepSpec>> parseSteps(std::string_view text);

/// Writes the steps separated by "; ".
std::string stepsText(const std::vector<StepSpec>& steps);

} // namespace fern
