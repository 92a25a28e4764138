#pragma once
// Edits of whole channels, with everything that belongs to one: its readers, their fields and
// pages, its lanes and the decisions about it.

#include "base/result.h"
#include "instrument/instrument.h"

#include <string_view>

namespace fern {

Result<Instrument> withChannelRenamed(
    const Instrument& in, std::string_view channel, std::string_view name);

/// Copies a channel behind itself, with its readers and the pages that show nothing else. The copy
/// follows the same lanes, so both can be compared.
Result<Instrument> withChannelCopied(const Instrument& in, std::string_view channel);

/// Moves a channel by that many places to the left (negative) or right; at an end it stays.
Result<Instrument> withChannelMoved(const Instrument& in, std::string_view channel, int by);

/// Takes a channel away with its readers, their fields, the pages that then show no value, and the
/// lanes that no other channel follows.
Result<Instrument> withoutChannel(const Instrument& in, std::string_view channel);

/// A channel with what it needs to be seen. Ids are given by the instrument that takes it.
struct ChannelParcel {
    Channel channel;
    Reader reader;
    Page page; ///< its one value field leads to the reader
    LaneSpec lane;
};

/// Adds a channel with its reader and page, and its lane to every scenario; without a scenario one
/// is made.
Result<Instrument> withChannelAdded(const Instrument& in, ChannelParcel parcel);

} // namespace fern
