#pragma once
// What a figure that leads to something else can be: the channels, names of codes and pages that
// there are.

#include "instrument/instrument.h"
#include "instrument/parameter.h"

namespace fern {

using ChannelFits = bool (*)(const Channel&);
bool isOfCodes(const Channel& channel);
bool isOfNumbers(const Channel& channel);

/// Returns every name that a channel of codes can give, as far as they are listed.
std::vector<std::string> namesOf(const Channel& channel);

void offerChannels(Parameter& row, const Instrument& in, ChannelFits fits);
/// Offers the names of a channel's codes, and none; where none is listed the figure stays a text.
void offerNames(Parameter& row, const Instrument& in, std::string_view channel);
/// Offers every page, and no certain one.
void offerPages(Parameter& row, const Instrument& in);

} // namespace fern
