#pragma once
// A redraw strategy turns the frame into the transfers that the bus must carry.

#include <vector>

namespace fern {

/// What a driver library does for a full frame: a transfer that sets the window, then the frame in
/// pieces as large as the library's buffer.
struct FullFrameDriver {
    int windowCommandBytes = 6; ///< column and page window
    int bufferBytes = 32; ///< frame bytes in one transfer
};

/// Returns the payload of each transfer in bytes, control bytes included, bus address not.
std::vector<int> fullFrameTransfers(int frameBytes, const FullFrameDriver& driver);

} // namespace fern
