#pragma once
// A stand-in that speaks on a serial port or a pseudo-terminal, in a thread of its own, so that
// another program or a maker's own board hears it.

#include "io/outlet.h"
#include "io/stand_in_link.h"

#include <functional>
#include <memory>
#include <string>
#include <vector>

namespace fern::io {

struct SpeakerReport {
    LinkState state = LinkState::Opening;
    std::string words; ///< where it speaks, or what is in the way and the way out
    std::size_t bytes = 0; ///< that were written
    double behindSeconds = 0; ///< how late the newest of them went out: a port can be too slow
    std::vector<LiveChunk> last; ///< the newest of them
};

class Speaker {
public:
    /// Opens the way out; it is called in the thread, and again after the way was lost.
    using Open = std::function<Result<std::unique_ptr<Outlet>>()>;
    static constexpr std::size_t mostLast = 100; ///< chunks that its report keeps

    /// Begins to speak. It never fails: its report says what is in the way. What the stand-in
    /// says while there is no way out is lost.
    static std::unique_ptr<Speaker> start(
        std::unique_ptr<StandIn> standIn, Open open, double retrySeconds = 0.5);
    virtual ~Speaker() = default;

    // From any thread:
    virtual SpeakerReport report() const = 0;
    virtual void setFaults(const StandInFaults& faults) = 0;
};

} // namespace fern::io
