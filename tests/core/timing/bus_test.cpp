#include "drive/firmware.h"
#include "tests/core/displays.h"
#include "timing/bus.h"
#include "timing/costs.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

// Source: bit counts of UM10204 (start, 9 bits a byte with the address, stop), exact arithmetic.
TEST(Bus, CountsTheBitsOfAnI2cWrite)
{
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(2, 100e3), 0.00029);
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(2, 400e3), 7.25e-05);
    EXPECT_DOUBLE_EQ(i2cWriteSeconds(1 + 1024, 400e3), 0.02309);
}

namespace {

double secondsOf(
    const DisplaySpec& display, int bufferBytes, double hertz, int address = test::glassAddress)
{
    DriverSpec driver;
    driver.bufferBytes = bufferBytes;
    double seconds = 0;
    for (const auto& step : DisplayFirmware({display, driver, address}).most())
        seconds += transferSeconds(step.transfer, display.interface, hertz) + step.waits;
    return seconds;
}

} // namespace

// Source: display-bytes of the reference sheets, section 9: bits counted by hand.
TEST(Bus, PricesAFullFrameOfEachKind)
{
    // Eight bytes of window commands go before a frame of 128 × 64.
    const double window = i2cWriteSeconds(7, 1);
    const auto oled = test::displayOf("mono-128x64");
    EXPECT_NEAR(secondsOf(oled, 1024, 1) - window, 92.4e-3 * 100e3, 40);
    EXPECT_NEAR(secondsOf(oled, 16, 1) - window, 104.96e-3 * 100e3, 1e-6);
    EXPECT_NEAR(secondsOf(oled, 31, 1) - window, 99.0e-3 * 100e3, 40);
    // Page by page with 16 bytes a transfer are 1,192 bytes in 72 transfers.
    EXPECT_NEAR(secondsOf(test::displayOf("mono-128x64-pages"), 16, 1), 1192 * 9 + 72 * 2, 1e-6);
    const auto cells = test::displayOf("character-16x2-i2c");
    EXPECT_NEAR(secondsOf(cells, 1, 100e3), 40.8e-3, 1e-6) << "each state a transfer";
    EXPECT_NEAR(secondsOf(cells, 32, 100e3), 15.98e-3, 1e-6) << "a character a transfer";
    EXPECT_NEAR(secondsOf(test::displayOf("character-20x4-i2c"), 1, 400e3), 25.2e-3, 1e-6);
    EXPECT_NEAR(secondsOf(test::displayOf("character-16x2"), 1, 1), 5.76e-3, 1e-6) << "4 bit";
    EXPECT_NEAR(secondsOf(test::displayOf("character-16x2-8bit"), 1, 1), 3.72e-3, 1e-6) << "8 bit";
    EXPECT_NEAR(secondsOf(test::displayOf("four-digits-two-wire"), 1, 10e3), 20.1e-3, 1e-6);
    EXPECT_NEAR(secondsOf(test::displayOf("eight-digits"), 1, 1e6), 0.128e-3, 1e-9);
    // A few commands and two windows go before the pixels.
    EXPECT_NEAR(secondsOf(test::displayOf("colour-tft"), 1, 8e6), 64.8e-3, 0.02e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("colour-160x128"), 1, 8e6), 41.0e-3, 0.05e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("colour-320x240"), 1, 40e6), 30.7e-3, 0.03e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("mono-84x48"), 1, 4e6), 1.01e-3, 0.01e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("paper-128x296"), 1, 4e6), 9.5e-3, 0.05e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("paper-128x296-red"), 1, 4e6), 18.9e-3, 0.15e-3);
    EXPECT_NEAR(secondsOf(test::displayOf("electronic-paper"), 1, 4e6), 256e-3, 0.05e-3);
}

// Cycles measured on a cycle-exact simulator of an 8-bit processor at -Os, 16 MHz.
TEST(Costs, OfTheEightBitClassAreTheMeasuredCycles)
{
    const auto costs = operationCosts(ProcessorClass::Bits8At16MHz, Runtime::Compiled);
    EXPECT_NEAR(3 * costs.arithmetic, 465 / 16e6, 3e-7); // an exponential step
    EXPECT_NEAR(scaleOperations({}, SensorKind::Voltage) * costs.arithmetic, 296 / 16e6, 1e-6);
    EXPECT_DOUBLE_EQ(costs.format, 2786 / 16e6); // seven digits, three of them decimals
    EXPECT_DOUBLE_EQ(costs.interrupt, 91 / 16e6); // through a library's table
    EXPECT_GT(costs.glyph, operationCosts(ProcessorClass::Bits32At240MHz, Runtime::Compiled).glyph);
}

} // namespace
} // namespace fern
