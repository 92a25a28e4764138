#pragma once
// A satellite receiver as the board hears it.

#include "world/device.h"

namespace fern {

/// Returns the sentences that a receiver sends at that time: RMC, GGA and, every fourth second,
/// GSV. Until its cold start is over, and under a bridge, it says that it has no fix.
std::string receiverSentences(const SenderSetting& setting, double seconds);

} // namespace fern
