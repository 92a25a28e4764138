#pragma once
// What transfers say, in words.

#include "glass/display_spec.h"
#include "glass/transfer.h"

#include <span>
#include <string>
#include <vector>

namespace fern {

/// Returns a few words for each transfer to a display of that kind, in their order: "columns 0 to
/// 127, pages 0 to 7", "32 bytes of pixels". Bytes without a known meaning stay bytes.
std::vector<std::string> transferWords(
    const DisplaySpec& spec, std::span<const TimedTransfer> transfers);

/// Returns bytes in hexadecimal with blanks between, after `most` of them three points.
std::string hexText(std::span<const std::uint8_t> bytes, std::size_t most);

} // namespace fern
