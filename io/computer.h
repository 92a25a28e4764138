#pragma once
// The health of the computer that this program runs on.

#include "reading/computer_health.h"

namespace fern::io {

/// Reads load, memory, the disk of `folder` and the warmest of the temperatures that the kernel
/// tells. Takes `seconds` to see the load. What this computer does not tell is left out.
ComputerHealth readComputerHealth(const char* folder = "/", double seconds = 0.2);

} // namespace fern::io
