#pragma once
// The stand-in of a feed: answers over HTTP, on this computer alone, with the newest values that a
// stand-in has told, as JSON.

#include "base/result.h"
#include "io/stand_in_link.h"

#include <memory>
#include <string>

namespace fern::io {

class FeedServer {
public:
    /// Opens the server at a port of the loop-back address; 0 is any free one. Error when it is
    /// taken. Whoever calls must run Qt's event loop.
    static Result<std::unique_ptr<FeedServer>> open(
        std::unique_ptr<StandIn> standIn, std::string name, int port);
    virtual ~FeedServer() = default;

    /// "http://127.0.0.1:8090/"
    virtual std::string address() const = 0;
    /// Damaged answers are torn, a silent server never answers, an unplugged one refuses.
    virtual void setFaults(const StandInFaults& faults) = 0;
    virtual int answers() const = 0; ///< that were given
};

} // namespace fern::io
