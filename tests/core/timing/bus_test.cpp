#include "glass/redraw.h"
#include "timing/bus.h"
#include "timing/costs.h"

#include <gtest/gtest.h>

#include <array>

namespace fern {
namespace {

// Source: bit counts of UM10204 (start, 9 bits a byte with the address, stop), exact arithmetic.
TEST(Bus, CountsTheBitsOfAnI2cWrite)
{
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(2, 100e3), 0.00029);
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(2, 400e3), 7.25e-05);
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(1 + 1024, 400e3), 0.02309);
    // A 1024-byte frame in pieces of 32 and 16 bytes, each with a control byte.
    const FullFrameDriver by32{.windowCommandBytes = 0, .bufferBytes = 32};
    const FullFrameDriver by16{.windowCommandBytes = 0, .bufferBytes = 16};
    EXPECT_NEAR(i2cWritesSeconds(fullFrameTransfers(1024, by32), 400e3), 0.02464, 1e-15);
    EXPECT_NEAR(i2cWritesSeconds(fullFrameTransfers(1024, by16), 100e3), 0.10496, 1e-15);
    EXPECT_NEAR(i2cWritesSeconds(fullFrameTransfers(1024, by16), 1e6), 0.010496, 1e-15);
    // Eight pages: three commands, then 128 bytes.
    const std::array<int, 16> pages{4, 129, 4, 129, 4, 129, 4, 129, 4, 129, 4, 129, 4, 129, 4, 129};
    EXPECT_NEAR(i2cWritesSeconds(pages, 400e3), 0.02438, 1e-15);
}

// Cycles measured on a cycle-exact simulator of an 8-bit processor at -Os, 16 MHz.
TEST(Costs, OfTheEightBitClassAreTheMeasuredCycles)
{
    const auto costs = operationCosts(ProcessorClass::Bits8At16MHz);
    EXPECT_NEAR(3 * costs.arithmetic, 465 / 16e6, 1e-7); // an exponential step
    EXPECT_NEAR(scaleOperations({}, SensorKind::Voltage) * costs.arithmetic, 296 / 16e6, 1e-6);
    EXPECT_NEAR(costs.format, 2738 / 16e6, 1e-6);
    EXPECT_GT(costs.glyph, operationCosts(ProcessorClass::Bits32At240MHz).glyph);
}

} // namespace
} // namespace fern
