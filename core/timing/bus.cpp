#include "timing/bus.h"

namespace fern {

double i2cWriteSeconds(int bytes, double hertz)
{
    return (9.0 * (bytes + 1) + 2) / hertz;
}

double transferSeconds(const Transfer& transfer, DisplayInterface interface, double hertz)
{
    if (!isOnBus(transfer.kind))
        return 0;
    constexpr double strobe = 60e-6;
    constexpr double delaysOfByte = 27, delaysOfTransfer = 4;
    const auto bytes = static_cast<double>(transfer.bytes.size());
    const double after = transfer.kind == TransferKind::Data ? 45e-6 : 120e-6;
    switch (interface) {
    case DisplayInterface::I2c: // its first byte is the address
        return i2cWriteSeconds(static_cast<int>(transfer.bytes.size()) - 1, hertz);
    case DisplayInterface::Spi:
        return 8 * bytes / hertz;
    case DisplayInterface::FourBit:
        return bytes * (2 * strobe + after);
    case DisplayInterface::EightBit:
        return bytes * (strobe + after);
    case DisplayInterface::TwoWire:
        return (delaysOfByte * bytes + delaysOfTransfer) / hertz;
    case DisplayInterface::Direct:
        return bytes * 1e-6;
    }
    return 0;
}

double usualHertz(DisplayInterface interface)
{
    switch (interface) {
    case DisplayInterface::I2c:
        return 400e3;
    case DisplayInterface::TwoWire:
        return 10e3;
    case DisplayInterface::Spi:
    case DisplayInterface::FourBit:
    case DisplayInterface::EightBit:
    case DisplayInterface::Direct:
        break;
    }
    return 8e6;
}

} // namespace fern
