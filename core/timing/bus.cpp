#include "timing/bus.h"

namespace fern {

double i2cWriteSeconds(int bytes, double hertz)
{
    return (9.0 * (bytes + 1) + 2) / hertz;
}

double i2cWritesSeconds(std::span<const int> transfers, double hertz)
{
    double seconds = 0;
    for (const int bytes : transfers)
        seconds += i2cWriteSeconds(bytes, hertz);
    return seconds;
}

} // namespace fern
