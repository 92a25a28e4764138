#pragma once
// Bytes of what drivers compute with.

#include "drive/driver.h"

#include <cmath>
#include <cstdint>

namespace fern {

constexpr std::uint8_t asByte(int value)
{
    return static_cast<std::uint8_t>(value & 0xFF);
}
constexpr std::uint8_t highByte(int value)
{
    return asByte(value >> 8);
}

/// Returns a share, 0 to 1, as the nearest of the steps from 0 to `most`.
inline std::uint8_t stepOf(double share, int most)
{
    return asByte(static_cast<int>(std::lround(share * most)));
}

/// What sets the line of the light, or of the crystals' voltage, to a share of all.
inline DriverStep lineStep(TransferKind line, double share)
{
    return {{line, {stepOf(share, 255)}}};
}

/// What sets the line of the light at the start; one that is fully lit is tied to the supply.
inline DriverSteps lightAtStart(const DriverSetup& setup)
{
    return setup.light() < 1 ? DriverSteps{lineStep(TransferKind::Light, setup.light())}
                             : DriverSteps();
}

/// Returns the byte with its bits in the other order.
constexpr std::uint8_t reversedBits(std::uint8_t byte)
{
    unsigned other = 0;
    for (unsigned bit = 0; bit < 8; ++bit)
        other |= ((byte >> bit) & 1U) << (7 - bit);
    return static_cast<std::uint8_t>(other);
}

} // namespace fern
