// Files of older versions.

#include "glass/metrics.h"
#include "instrument/file.h"
#include "tests/support.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

std::string old(const char* name)
{
    return test::readText(test::sourcePath(std::string("tests/data/version-1/") + name));
}

TEST(Upgrade, AReceiverStandsApartFromWhatItTells)
{
    const auto in = *readInstrument(old("wagtail-skiff.fern.json"));
    ASSERT_EQ(in.devices.size(), 1U);
    const auto& device = *in.devices[0];
    const auto& channel = *findById(in.channels, "satellite-speed");
    EXPECT_EQ(deviceOf(in, channel), &device);
    EXPECT_EQ(device.kind, DeviceKind::Receiver);
    EXPECT_EQ(device.board, "receiver");
    EXPECT_EQ(inSi(device.every), 1);
    EXPECT_EQ(device.serial.baud, 9600);
    EXPECT_GT(inSi(device.fix.coldStart), 0);
    // What it says of a bridge is said of all its numbers.
    const auto& faults = in.scenarios[0]->faults;
    EXPECT_TRUE(std::any_of(faults.begin(), faults.end(), [&](const FaultSpec& fault) {
        return fault.kind == FaultKind::NoFix && fault.device == device.id && fault.channel.empty();
    }));
    // Written anew it is of the newest version, and the same.
    const auto text = writeInstrument(in);
    EXPECT_NE(text.find("\"version\": 3"), std::string::npos);
    EXPECT_EQ(*readInstrument(text), in);
}

// Two stations of one radio: they had been polled at once, in two worlds.
TEST(Upgrade, StationsShareTheirRadio)
{
    const auto in = *readInstrument(old("two-nodes.fern.json"));
    ASSERT_EQ(in.devices.size(), 1U);
    EXPECT_EQ(in.devices[0]->kind, DeviceKind::Radio);
    EXPECT_EQ(in.devices[0]->radio.tries, 3);
    EXPECT_EQ(channelsOf(in, in.devices[0]->id).size(), 2U);
    // Set differently they are two.
    const auto other = test::replaced(old("two-nodes.fern.json"), "\"tries\": 3", "\"tries\": 2");
    EXPECT_EQ(readInstrument(other)->devices.size(), 2U);
}

// An error names the line of the text that people have, wherever the key has moved.
TEST(Upgrade, ErrorsKeepTheirPlace)
{
    const auto text = test::replaced(old("two-nodes.fern.json"), "\"tries\": 3", "\"tries\": 0");
    const auto at = text.find("\"tries\": 0");
    const auto line =
        1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n');
    const auto read = readInstrument(text);
    ASSERT_FALSE(read);
    EXPECT_NE(read.error().where.find("line " + std::to_string(line) + ","), std::string::npos)
        << describe(read.error());
    const auto torn =
        test::replaced(old("two-nodes.fern.json"), "\"sampleEvery\"", "\"sampledEvery\"");
    EXPECT_FALSE(readInstrument(torn));
}

// What is true of a display and what its firmware believes had stood in one place each.
TEST(Upgrade, ADisplayStandsApartFromItsFirmware)
{
    const auto text = test::readText(test::sourcePath("tests/data/version-2/skiff.fern.json"));
    const auto in = *readInstrument(text);
    EXPECT_EQ(
        writeInstrument(in), test::readText(test::sourcePath("tests/data/two-panels.fern.json")));
    const auto shapeOf = [](const std::string& from) {
        return findById(readInstrument(from)->parts, "helm-oled")->display;
    };
    EXPECT_EQ(std::get<MonoOledSpec>(shapeOf(text)->shape), (MonoOledSpec{128, 64}));
    EXPECT_EQ(shapeOf(text)->interface, DisplayInterface::I2c);
    // No controller of mono pixels has so many: it is a panel of colours now, and opens.
    const auto large = shapeOf(test::replaced(text, "\"width\": 128", "\"width\": 240"));
    EXPECT_EQ(large->kind(), DisplayKind::ColourPanel);
    EXPECT_EQ(metricsOf(*large).columns, 240);
    const auto small = shapeOf(test::replaced(text, "\"width\": 128", "\"width\": 64"));
    EXPECT_EQ(std::get<MonoOledSpec>(small->shape).firstSegment, 32);
    const auto low = findById(in.parts, "bow-oled")->display;
    EXPECT_TRUE(std::get<MonoOledSpec>(low->shape).isSequential);
    // A set size goes to the driver.
    const auto set = *readInstrument(test::replaced(text, "\"strategy\": \"full frame\"",
        "\"strategy\": \"full frame\", \"setTo\": { \"width\": 128, \"height\": 32 }"));
    EXPECT_EQ(set.displays[0]->driver.setTo, (GlassSize{128, 32}));
}

} // namespace
} // namespace fern
