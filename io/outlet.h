#pragma once
// A way out for bytes: a serial port or a pseudo-terminal, which another program or a board reads.

#include "base/result.h"

#include <memory>
#include <string>
#include <string_view>

namespace fern::io {

class Outlet {
public:
    Outlet() = default;
    Outlet(const Outlet&) = delete;
    Outlet& operator=(const Outlet&) = delete;
    virtual ~Outlet() = default;

    /// Writes everything, or says why not. What nobody reads is lost, as on a wire.
    virtual Result<void> write(std::string_view bytes) = 0;
    /// "/dev/ttyUSB0 at 9600 baud"
    virtual std::string words() const = 0;
};

/// Opens a pseudo-terminal, with a link to it at `link` when that is not empty.
Result<std::unique_ptr<Outlet>> openTerminal(const std::string& link = {});

} // namespace fern::io
