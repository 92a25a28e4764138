#include "glass/redraw.h"

#include <algorithm>
#include <cassert>

namespace fern {

std::vector<int> fullFrameTransfers(int frameBytes, const FullFrameDriver& driver)
{
    assert(driver.bufferBytes > 0);
    std::vector<int> transfers;
    if (driver.windowCommandBytes > 0)
        transfers.push_back(1 + driver.windowCommandBytes);
    for (int left = frameBytes; left > 0; left -= driver.bufferBytes)
        transfers.push_back(1 + std::min(left, driver.bufferBytes));
    return transfers;
}

} // namespace fern
