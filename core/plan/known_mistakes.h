#pragma once
// The mistakes that makers make in reading and scaling, as functions of what is shown.

#include "instrument/resolve.h"
#include "plan/diagnosis.h"

#include <functional>
#include <vector>

namespace fern {

/// Where along the channel a mistake acts.
enum class MistakeStage { Pin, Code, Value };

struct KnownMistake {
    Mistake mistake;
    MistakeStage stage = MistakeStage::Value;
    std::function<double(double)> change; ///< of volts, of the code, or of the shown value
};

/// Returns those that a channel can suffer; the first one is that nothing is wrong.
std::vector<KnownMistake> knownMistakes(const PlainChannel& channel);

} // namespace fern
