#pragma once
// A feed over HTTP that is asked again and again: JSON, or lines in any form that a port may send.

#include "base/result.h"
#include "io/link.h"

#include <memory>

namespace fern::io {

struct HttpSetting {
    std::string url; ///< as it was typed; no other address is ever asked
    double everySeconds = 2; ///< from one answer to the next question
    double timeOutSeconds = 5; ///< for the whole answer
    double longestWaitSeconds = 60; ///< after failures the pause doubles up to this
    std::size_t mostQueued = 1U << 20U; ///< bytes; also the longest answer that is taken
};

/// Returns whether a text is the address of a feed: "http://" or "https://" and a host.
bool isFeedAddress(const std::string& text);

/// Reads "http://host/values 2": an address, and seconds from one question to the next, 0.1 to a
/// day; 2 without. Error when it is neither.
Result<HttpSetting> parseHttpSetting(std::string_view text);

/// Asks a feed. A JSON answer becomes one line, whatever lines it was written in. It never fails:
/// its report says what is in the way. An answer that leads elsewhere is an error, since only the
/// typed address is asked.
std::unique_ptr<Link> listenTo(const HttpSetting& setting);

} // namespace fern::io
