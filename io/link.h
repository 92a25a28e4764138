#pragma once
// A way to something that sends bytes: a serial port, a stand-in. Whoever listens asks for what
// has come; nothing waits.

#include "run/live_log.h"

#include <string>
#include <vector>

namespace fern::io {

enum class LinkState {
    Opening,
    Open,
    Lost, ///< the other end is gone; it is tried again
    Failed, ///< it cannot be opened; it is tried again
};

struct LinkReport {
    LinkState state = LinkState::Opening;
    std::string words; ///< "/dev/ttyUSB0 at 9600 baud", or what is in the way and the way out
    std::size_t lostBytes = 0; ///< that nobody took in time
    int opened = 0; ///< how often
};

class Link {
public:
    Link() = default;
    Link(const Link&) = delete;
    Link& operator=(const Link&) = delete;
    virtual ~Link() = default;

    /// The time since it was made, which the chunks are stamped with.
    virtual Ticks now() const = 0;
    /// Takes what has come since the last call, in the order of time.
    virtual std::vector<LiveChunk> take() = 0;
    virtual LinkReport report() const = 0;
};

} // namespace fern::io
