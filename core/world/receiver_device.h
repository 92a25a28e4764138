#pragma once
// A satellite receiver as the board hears it.

#include "world/device.h"

namespace fern {

/// Returns the sentences that a receiver sends at that time: RMC, GGA and, every fourth second,
/// GSV. Until its cold start is over, and under a bridge, it says that it has no fix.
std::string receiverSentences(const SenderSetting& setting, double seconds);

/// Returns what is true of a quantity at that time, in SI units: what its lane says, or what
/// follows from the trip and from what is usual.
double receiverTruth(const SenderSetting& setting, ReceiverGives gives, double seconds);

} // namespace fern
