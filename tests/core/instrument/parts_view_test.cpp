#include "instrument/parts_view.h"

#include "tests/core/judge/parts_cases.h"

namespace fern {
namespace {

/// A module with lines of these roles and pins, which the board drives.
Part driven(const char* id, std::vector<LineSpec> lines)
{
    auto part = test::module(id);
    part.lines = std::move(lines);
    return part;
}

bool conflicts(const Instrument& in, const std::string& pin)
{
    const auto uses = pinUses(in);
    for (const auto& a : uses)
        for (const auto& b : uses)
            if (&a != &b && a.pin == pin && b.pin == pin && !mayShare(a, b))
                return true;
    return false;
}

TEST(PartsView, LinesThatListenOnlyWhenSelectedShareAPin)
{
    const auto two = [](const LineSpec& line) {
        return test::plus(test::plus(test::shed(), driven("one", {line})), driven("other", {line}));
    };
    EXPECT_FALSE(conflicts(two({"clock", PinRole::SpiClock, "D3"}), "D3"));
    EXPECT_FALSE(conflicts(two({"reset", PinRole::Digital, "D3"}), "D3"));
    EXPECT_TRUE(conflicts(two({"select", PinRole::Digital, "D3"}), "D3"));
    EXPECT_TRUE(conflicts(two({.name = "reset", .pin = "D3", .isInput = true}), "D3"))
        << "two that drive";
    const auto mixed =
        test::plus(test::plus(test::shed(), driven("one", {{"clock", PinRole::SpiClock, "D3"}})),
            driven("other", {{"data", PinRole::SpiOut, "D3"}}));
    EXPECT_TRUE(conflicts(mixed, "D3"));
}

TEST(PartsView, APinThatIsSharedIsWantedOnce)
{
    const auto wanted = [](const Instrument& in, std::optional<PinRole> role = {}) {
        return pinsWanted(pinLines(in), *findById(in.parts, "board"), role);
    };
    const auto shed = test::shed();
    const auto before = wanted(shed);
    // The sensor's output is the channel's pin.
    const auto brought = test::plus(shed,
        driven("sensor", {{.name = "out", .role = PinRole::Analog, .pin = "A0", .isInput = true}}));
    EXPECT_EQ(wanted(brought), before);
    EXPECT_EQ(wanted(brought, PinRole::Analog), 1U);
    EXPECT_EQ(wanted(test::withAnalogChannels(2), PinRole::Analog), 3U) << "channels share none";
    const LineSpec clock{"clock", PinRole::SpiClock};
    const LineSpec select{"select", PinRole::Digital};
    const auto spi = test::plus(
        test::plus(shed, driven("one", {clock, select})), driven("other", {clock, select}));
    EXPECT_EQ(wanted(spi), before + 3) << "a clock for both, a select each";
    EXPECT_EQ(analogPinsFor(pinLines(shed), *findById(shed.parts, "board")), 2U);
    const auto key = test::plus(shed, driven("key", {{"key", PinRole::Digital, "A1"}}));
    EXPECT_EQ(analogPinsFor(pinLines(key), *findById(key.parts, "board")), 1U);
}

// 4.7 kΩ to 5 V and 10 kΩ to 3.3 V hold a line at their mean, weighted by conductance.
TEST(PartsView, PullUpsOfSeveralSuppliesHoldALineBetweenThem)
{
    auto in = test::with(test::shed(), "board", [](Part& board) {
        board.buses[0].pullUp = {4.7, "kohm"};
        board.buses[0].pullUpTo = {5, "V"};
    });
    const auto view = busViews(in)[0];
    EXPECT_NEAR(view.pullUpOhm, 1 / (1 / 4700.0 + 1 / 10e3), 1e-9);
    EXPECT_NEAR(view.pullUpVolts, (5 / 4700.0 + 3.3 / 10e3) / (1 / 4700.0 + 1 / 10e3), 1e-12);
    in = test::with(in, "glass", [](Part& glass) { glass.port->pullUp = {0, "ohm"}; });
    EXPECT_EQ(busViews(in)[0].pullUpVolts, 5);
    EXPECT_EQ(pullsUpTo(in, *findById(in.parts, "glass")), 0);
}

TEST(PartsView, ASerialLineReadInSoftwareWantsAnyDigitalPin)
{
    auto receiver = test::module("receiver");
    receiver.lines = {{.name = "out", .role = PinRole::UartIn, .pin = "D3", .isInput = true}};
    auto in = test::plus(test::shed(), receiver);
    const auto role = [](const Instrument& at) {
        for (const auto& use : pinUses(at))
            if (use.pin == "D3")
                return use.role;
        return PinRole::Analog;
    };
    EXPECT_EQ(role(in), PinRole::UartIn) << "nothing reads it yet";
    auto channel = *in.channels[0];
    channel.source = Source{};
    channel.source.kind = SourceKind::Lines;
    channel.source.device = "sender";
    channel.source.lines.key = "volts";
    Device device;
    device.id = "sender";
    device.kind = DeviceKind::Lines;
    device.board = "receiver";
    in.devices = {std::make_shared<const Device>(device)};
    in = *withSource(in, channel.id, channel.source);
    for (const auto& [port, wanted] : {std::pair{SerialPort::Hardware, PinRole::UartIn},
             {SerialPort::Software, PinRole::Digital}}) {
        const auto set = [port = port](Device& d) { d.serial.port = port; };
        EXPECT_EQ(role(*withDeviceChanged(in, "sender", set)), wanted);
    }
}

} // namespace
} // namespace fern
