#pragma once
// Fixes that change one part, one of its lines, two parts, one bus, one device, one display, or the
// smoothing of a channel.

#include "judge/findings.h"

#include <functional>
#include <string>

namespace fern {

Fix partFix(std::string label, std::string part, std::function<void(Part&)> change);
/// Changes the lines of that name.
Fix lineFix(
    std::string label, const Part& part, std::string line, std::function<void(LineSpec&)> change);
Fix bothFix(std::string label, std::string first, std::function<void(Part&)> changeFirst,
    std::string second, std::function<void(Part&)> changeSecond);
Fix displayFix(std::string label, std::string display, std::function<void(Display&)> change);
/// Gives the channel the steps that this one has.
Fix smoothingFix(std::string label, const PlainChannel& channel);
Fix deviceFix(std::string label, const Device& device, std::function<void(Device&)> change);
Fix busFix(
    std::string label, const Part& board, std::string bus, std::function<void(BusSpec&)> change);

} // namespace fern
