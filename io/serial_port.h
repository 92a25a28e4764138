#pragma once
// A serial port that is listened to in a thread of its own, opened again when it vanishes.

#include "io/link.h"

#include <memory>

namespace fern::io {

struct PortInfo {
    std::string path; ///< "/dev/ttyUSB0"
    std::string about; ///< what its driver says of it; may be empty
};

/// Returns the serial ports of this computer.
std::vector<PortInfo> serialPorts();

struct SerialSetting {
    std::string path;
    int baud = 9600;
    std::size_t mostQueued = 1U << 20U; ///< bytes; what nobody takes beyond it is lost and counted
    double retrySeconds = 0.5;
};

/// Opens a port for listening. It never fails: its report says what is in the way.
std::unique_ptr<Link> listenTo(const SerialSetting& setting);

/// A port that is written to.
class SerialOut {
public:
    /// Error says what is in the way, and the way out.
    static Result<std::unique_ptr<SerialOut>> open(const std::string& path, int baud);
    virtual ~SerialOut() = default;
    /// Writes everything, or says why not.
    virtual Result<void> write(std::string_view bytes) = 0;
};

} // namespace fern::io
