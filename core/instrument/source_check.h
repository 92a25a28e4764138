#pragma once
// What the source of a channel needs from the rest of the instrument.

#include "instrument/instrument.h"

#include <functional>
#include <string>

namespace fern {

/// Takes a place below the channel, such as "/source/board", and a sentence.
using SourceFault = std::function<void(const std::string& place, const std::string& message)>;

/// Says what is wrong with the source of `channel`: parts and channels that it names but are not
/// there, units that do not fit, circles of derived channels.
void checkSource(const Instrument& in, const Channel& channel, const SourceFault& fault);

/// Returns what people call a channel, setting or output that needs the channel; empty for none.
std::string neededBy(const Instrument& in, std::string_view channel);

/// Returns the names that a formula may use: every channel but codes, and every setting.
std::vector<std::string> formulaNames(const Instrument& in);

/// Returns the ids of the channels and settings that a derived channel is made of.
std::vector<std::string> madeOf(const Instrument& in, const Channel& channel);

/// Returns the dimension of a channel or setting of that id.
Dimension dimensionOf(const Instrument& in, std::string_view id);

} // namespace fern
