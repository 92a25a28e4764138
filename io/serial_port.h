#pragma once
// A serial port that is listened to in a thread of its own, opened again when it vanishes.

#include "io/link.h"
#include "io/outlet.h"

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

/// Reads "/dev/ttyUSB0 115200"; 9600 baud without a speed. Error when it is neither.
Result<SerialSetting> parseSerialSetting(std::string_view text);

/// Opens a port for listening. It never fails: its report says what is in the way.
std::unique_ptr<Link> listenTo(const SerialSetting& setting);

/// Opens a port for writing. Error says what is in the way, and the way out; so does a write when
/// nothing has gone out for two seconds.
Result<std::unique_ptr<Outlet>> openPort(const std::string& path, int baud);

/// Says why a port that is there cannot be opened, and the way out: it may not be, by the rights
/// of its group, or another program has it.
std::string refusalWords(const std::string& path, bool mayOpen, const std::string& group);

} // namespace fern::io
