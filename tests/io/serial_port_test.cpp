// A real serial port class on pseudo-terminals: torn lines, garbage, a plug that is pulled.

#include "io/computer.h"
#include "io/outlet.h"
#include "io/pseudo_terminal.h"
#include "io/serial_port.h"
#include "io/speaker.h"
#include "io/stand_in_link.h"
#include "plan/stand_in_points.h"
#include "reading/nmea.h"
#include "reading/stream_reader.h"
#include "tests/io/event_loop.h"
#include "tests/support.h"

#include "base/random.h"

#include <gmock/gmock.h>

#include <chrono>
#include <filesystem>
#include <functional>
#include <set>
#include <thread>

#include <fmt/format.h>

namespace fern::io {
namespace {

class SerialPortTest : public test::EventLoopTest {
protected:
    void SetUp() override
    {
        path =
            (std::filesystem::temp_directory_path() / fmt::format("fern-tick-port-{}", ::getpid()))
                .string();
        plugIn();
    }
    void plugIn()
    {
        auto opened = PseudoTerminal::open(path);
        ASSERT_TRUE(opened) << describe(opened.error());
        terminal = std::move(opened).value();
    }
    /// Writes everything, as fast as the other end takes it.
    void write(std::string_view bytes)
    {
        ASSERT_TRUE(waitFor([&] {
            bytes.remove_prefix(terminal->write(bytes));
            return bytes.empty();
        }));
    }
    static bool isOpen(const Link& link) { return link.report().state == LinkState::Open; }

    std::string path;
    std::unique_ptr<PseudoTerminal> terminal;
};

/// Takes what has come into lines.
void hear(Link& link, StreamReader& reader, std::vector<StreamLine>& lines)
{
    for (const auto& chunk : link.take()) {
        if (chunk.isNewBegin)
            reader.reset();
        for (auto& line : reader.feed(chunk.at, chunk.bytes))
            lines.push_back(std::move(line));
    }
}

TEST_F(SerialPortTest, EveryGoodLineOfMany)
{
    constexpr int lines = 100'000;
    const auto link = listenTo(SerialSetting{path, 115200});
    ASSERT_TRUE(waitFor([&] { return isOpen(*link); })) << link->report().words;
    const RandomStream chance(7, "port", "pieces");
    const auto speak = [&](int from, int to) {
        std::string bytes;
        for (int i = from; i < to; ++i) {
            bytes += fmt::format("n:{}\n", i);
            if (i > 10 && chance.uniform(static_cast<std::uint64_t>(i)) < 0.01)
                bytes += "\x01\xFE garbage\n"; // of another form
        }
        // In pieces of any length.
        auto piece = static_cast<std::uint64_t>(from) << 20U;
        for (std::string_view rest = bytes; !rest.empty();) {
            const auto length = std::min<std::size_t>(rest.size(), 1 + chance.bits(++piece) % 300);
            write(rest.substr(0, length));
            rest.remove_prefix(length);
        }
    };
    StreamReader reader;
    std::vector<StreamLine> heard;
    const auto hearUntil = [&](int last) {
        ASSERT_TRUE(waitFor([&] {
            hear(*link, reader, heard);
            return !heard.empty() && heard.back().raw == fmt::format("n:{}", last);
        }));
    };
    {
        const std::jthread writer([&] { speak(0, lines / 2); });
        hearUntil(lines / 2 - 1);
    }
    write("n:12"); // and the plug is pulled in the middle of a line
    terminal.reset();
    ASSERT_TRUE(waitFor([&] { return link->report().state != LinkState::Open; }));
    plugIn();
    ASSERT_TRUE(waitFor([&] { return isOpen(*link); }));
    const std::jthread writer([&] { speak(lines / 2, lines); });
    hearUntil(lines - 1);
    std::multiset<double> numbers;
    std::size_t garbage = 0;
    for (const auto& line : heard) {
        garbage += line.raw.find("garbage") != std::string::npos;
        if (line.reading.fields.size() == 1)
            numbers.insert(line.reading.fields[0].number);
    }
    EXPECT_EQ(numbers.size(), static_cast<std::size_t>(lines));
    EXPECT_EQ(std::set<double>(numbers.begin(), numbers.end()).size(), numbers.size());
    EXPECT_GT(garbage, 500U);
    EXPECT_EQ(reader.counts().bad, garbage);
    EXPECT_EQ(link->report().lostBytes, 0U);
}

TEST_F(SerialPortTest, ThePlugIsPulledAndComesBack)
{
    SerialSetting setting{path, 9600};
    setting.retrySeconds = 0.02;
    const auto link = listenTo(setting);
    ASSERT_TRUE(waitFor([&] { return isOpen(*link); }));
    StreamReader reader;
    std::vector<StreamLine> lines;
    write("a:1\na:2\na:3\na:4"); // the last one is torn
    ASSERT_TRUE(waitFor([&] {
        hear(*link, reader, lines);
        return lines.size() == 3;
    }));
    terminal.reset();
    ASSERT_TRUE(waitFor([&] { return link->report().state != LinkState::Open; }));
    EXPECT_THAT(link->report().words,
        testing::AnyOf(
            testing::HasSubstr("the other end is gone"), testing::HasSubstr("plug it in")));
    EXPECT_EQ(link->report().opened, 1);
    plugIn();
    ASSERT_TRUE(waitFor([&] { return isOpen(*link); }));
    EXPECT_EQ(link->report().opened, 2);
    write("a:5\na:6\n");
    ASSERT_TRUE(waitFor([&] {
        hear(*link, reader, lines);
        return lines.size() == 5;
    }));
    EXPECT_EQ(lines[3].raw, "a:5") << "nothing of the torn line";
    EXPECT_GT(lines[3].at, lines[2].at);
}

TEST_F(SerialPortTest, WhatNobodyTakesIsCountedNotKept)
{
    SerialSetting setting{path, 115200};
    setting.mostQueued = 10'000;
    const auto link = listenTo(setting);
    ASSERT_TRUE(waitFor([&] { return isOpen(*link); }));
    const std::string line = "a:123456\n";
    for (int i = 0; i < 10'000; ++i)
        write(line);
    ASSERT_TRUE(waitFor([&] { return link->report().lostBytes >= 70'000; }));
    std::size_t kept = 0;
    for (const auto& chunk : link->take())
        kept += chunk.bytes.size();
    EXPECT_LE(kept, 10'000U);
    // It goes on, and what comes first after the hole is not joined with what stood before.
    write("b:1\n");
    std::vector<LiveChunk> after;
    ASSERT_TRUE(waitFor([&] {
        for (auto& chunk : link->take())
            after.push_back(std::move(chunk));
        return !after.empty();
    }));
    EXPECT_TRUE(after.front().isNewBegin);
}

TEST_F(SerialPortTest, SaysWhatIsInTheWay)
{
    const auto gone = listenTo(SerialSetting{"/dev/no-such-port", 9600});
    ASSERT_TRUE(waitFor([&] { return gone->report().state == LinkState::Failed; }));
    EXPECT_THAT(gone->report().words, testing::HasSubstr("plug it in"));
    const auto first = listenTo(SerialSetting{path, 9600});
    ASSERT_TRUE(waitFor([&] { return isOpen(*first); }));
    const auto second = listenTo(SerialSetting{path, 9600});
    ASSERT_TRUE(waitFor([&] { return second->report().state == LinkState::Failed; }));
    EXPECT_THAT(second->report().words, testing::HasSubstr("in use by another program"));
    EXPECT_FALSE(openPort("/dev/no-such-port", 9600));
    EXPECT_EQ(refusalWords("/dev/ttyUSB0", false, "dialout"),
        "you may not open /dev/ttyUSB0: join the group \"dialout\" that owns it, then log in "
        "again");
    const auto file = test::sourcePath("README.md");
    EXPECT_FALSE(PseudoTerminal::open(file)) << "a file stands there, and it stays";
    EXPECT_TRUE(std::filesystem::is_regular_file(file));
}

TEST_F(SerialPortTest, WritesToAPortToo)
{
    const auto out = openPort(path, 9600);
    ASSERT_TRUE(out) << describe(out.error());
    EXPECT_TRUE((*out)->write("hello\n"));
    std::string heard;
    EXPECT_TRUE(waitFor([&] { return (heard += terminal->read()) == "hello\n"; })) << heard;
}

TEST_F(SerialPortTest, ReadsWhatIsTyped)
{
    const auto setting = parseSerialSetting(" /dev/ttyACM0  115200");
    ASSERT_TRUE(setting);
    EXPECT_EQ(setting->path, "/dev/ttyACM0");
    EXPECT_EQ(setting->baud, 115200);
    EXPECT_EQ(parseSerialSetting("/dev/ttyACM0")->baud, 9600);
    for (const auto* wrong : {"", "/dev/ttyACM0 fast", "/dev/ttyACM0 0.5", "/dev/a 9600 8N1"})
        EXPECT_EQ(parseSerialSetting(wrong).error().message,
            fmt::format("\"{}\" is no port and speed, such as /dev/ttyUSB0 115200", wrong));
}

std::unique_ptr<StandIn> receiver()
{
    return std::move(
        makeStandIn(usualInstrumentFor(StandInKind::Receiver), {StandInKind::Receiver}))
        .value();
}

TEST_F(SerialPortTest, AStandInSpeaksOnARealPortAndWaitsForIt)
{
    terminal.reset();
    const auto speaker = Speaker::start(
        receiver(), [this] { return openPort(path, 9600); }, 0.02);
    ASSERT_TRUE(waitFor([&] { return speaker->report().state == LinkState::Failed; }));
    EXPECT_THAT(speaker->report().words, testing::HasSubstr("plug it in"));
    plugIn();
    ReceiverDecoder board;
    std::size_t heard = 0;
    const auto hears = [&] {
        const auto bytes = terminal->read();
        heard += bytes.size();
        board.feed(bytes);
        return board.goodCount();
    };
    ASSERT_TRUE(waitFor([&] { return hears() > 3; }));
    EXPECT_EQ(speaker->report().words, path + " at 9600 baud");
    // A byte may be heard before it is told that it was sent.
    EXPECT_TRUE(waitFor([&] { return speaker->report().bytes >= heard; }));
    EXPECT_THAT(speaker->report().last.back().bytes, testing::StartsWith("$"));

    speaker->setFaults({1, false, false});
    EXPECT_TRUE(waitFor([&] { return hears() > 3 && board.badCount() > 1; })) << "damaged";
    speaker->setFaults({0, false, true});
    ASSERT_TRUE(waitFor([&] { return speaker->report().state == LinkState::Lost; }));
    EXPECT_EQ(speaker->report().words, "the stand-in is unplugged");
    speaker->setFaults({});
    EXPECT_TRUE(waitFor([&] { return speaker->report().state == LinkState::Open; }));
}

TEST_F(SerialPortTest, AStandInOnATerminalIsHeardByTheListener)
{
    const auto there = path + "-speaker";
    const auto speaker = Speaker::start(receiver(), [&] { return openTerminal(there); });
    ASSERT_TRUE(waitFor([&] { return speaker->report().state == LinkState::Open; }));
    const auto ear = listenTo(SerialSetting{there, 9600});
    ReceiverDecoder decoder;
    EXPECT_TRUE(waitFor([&] {
        for (const auto& chunk : ear->take())
            decoder.feed(chunk.bytes);
        return decoder.goodCount() > 2;
    }));
    EXPECT_EQ(decoder.badCount(), 0);
}

TEST_F(SerialPortTest, ASlowPortIsToldAndLetGo)
{
    class SlowOutlet : public Outlet {
    public:
        Result<void> write(std::string_view /*bytes*/) override
        {
            std::this_thread::sleep_for(std::chrono::milliseconds(300));
            return {};
        }
        std::string words() const override { return "slow"; }
    };
    auto board = makeStandIn(test::wholeSkiff(), {StandInKind::Board}); // five lines a second
    auto speaker = Speaker::start(std::move(board).value(),
        [] { return Result<std::unique_ptr<Outlet>>(std::make_unique<SlowOutlet>()); });
    EXPECT_TRUE(waitFor([&] { return speaker->report().behindSeconds > 0.5; }));
    speaker.reset(); // what still waits is not written
}

TEST(RealComputer, TellsWhatTheKernelTells)
{
    const auto computer = realComputer();
    const auto first = computer->until({});
    ASSERT_EQ(first.size(), 1U);
    EXPECT_THAT(first.front().bytes, testing::HasSubstr("memory:"));
    EXPECT_THAT(first.front().bytes, testing::Not(testing::HasSubstr("load:")))
        << "a load is that of a stretch of time";
    EXPECT_TRUE(computer->until(ticksFromSeconds(1)).empty());
    const auto later = computer->until(ticksFromSeconds(61));
    ASSERT_EQ(later.size(), 1U) << "what is over nobody can tell";
    EXPECT_EQ(inSeconds(later.front().at), 60);
}

using StandInLinkTest = test::EventLoopTest;

TEST_F(StandInLinkTest, SpeaksInItsOwnTime)
{
    auto made = makeStandIn(usualInstrumentFor(StandInKind::Meter), {StandInKind::Meter});
    ASSERT_TRUE(made);
    const auto link = std::make_unique<StandInLink>(std::move(made).value(), "meter");
    std::vector<LiveChunk> chunks;
    ASSERT_TRUE(waitFor([&] {
        for (auto& chunk : link->take())
            chunks.push_back(std::move(chunk));
        return chunks.size() >= 3;
    }));
    EXPECT_EQ(chunks[1].at, ticksFromSeconds(0.5));
    EXPECT_LE(chunks.back().at, link->now());
    EXPECT_THAT(chunks[0].bytes, testing::HasSubstr(".world:"));
}

} // namespace
} // namespace fern::io
