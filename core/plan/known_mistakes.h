#pragma once
// The mistakes that makers make in reading and scaling, as functions of what is shown.

#include "instrument/resolve.h"
#include "plan/diagnosis.h"

#include <functional>
#include <vector>

namespace fern {

/// Where along the channel a mistake acts.
enum class MistakeStage {
    Pin, ///< on the volts
    Code,
    Scale, ///< instead of the scaling: makes a value of the code
    Value, ///< on what is shown
};

/// How often makers make it, beside the others.
constexpr double commonMistake = 1;
constexpr double rareMistake = 0.3;
constexpr double oddMistake = 0.02;

struct KnownMistake {
    Mistake mistake;
    MistakeStage stage = MistakeStage::Value;
    std::function<double(double)> change; ///< of volts, of the code, or of the shown value
    double weight = commonMistake;
    bool isSmooth = true; ///< neighbouring codes stay neighbours
    bool isAlone = false; ///< not looked for together with another
};

/// Returns those that a channel can suffer; the first one is that nothing is wrong.
std::vector<KnownMistake> knownMistakes(const PlainChannel& channel);

} // namespace fern
