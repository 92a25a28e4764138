#include "cli/cli.h"

#include "io/computer.h"
#include "io/feed_server.h"
#include "io/files.h"
#include "io/recordings.h"
#include "io/serial_port.h"
#include "plan/stand_in_points.h"
#include "run/played_log.h"

#include <QCoreApplication>

#include <algorithm>
#include <array>
#include <chrono>
#include <csignal>
#include <cstdio>
#include <memory>
#include <thread>

#include <fmt/format.h>

namespace fern::cli {

namespace {

using Clock = std::chrono::steady_clock;
constexpr auto longestNap = std::chrono::milliseconds(20);

volatile std::sig_atomic_t isInterrupted = 0;

struct FeedSetting {
    std::string what; ///< a word of standInWords, or a file
    std::string file;
    StandInSetting standIn;
    std::string link;
    std::string port;
    int http = -1; ///< port of the loop-back address; -1: not over HTTP
    int baud = 9600;
    double seconds = 0; ///< 0: until it is interrupted
    double every = untimedSeconds; ///< between the lines of a log that tells no times
    std::string capture; ///< a recording that is followed
    bool isReal = false;
};

Result<std::unique_ptr<StandIn>> makeFeed(const FeedSetting& setting)
{
    auto standIn = setting.standIn;
    if (!setting.capture.empty()) {
        auto course = io::loadRecording(setting.capture);
        if (!course)
            return course.error();
        standIn.course = *std::move(course);
    }
    const auto word = std::find(standInWords.begin(), standInWords.end(), setting.what);
    if (word == standInWords.end()) {
        constexpr std::size_t most = 256U << 20U;
        auto text = io::readFile(setting.what, most);
        if (!text)
            return text.error();
        if (!setting.what.ends_with(".json"))
            return playedLog(*std::move(text), setting.every);
        const auto instrument = io::instrumentIn(setting.what, *text);
        return instrument ? makeStandIn(*instrument, standIn) : instrument.error();
    }
    standIn.kind = static_cast<StandInKind>(word - standInWords.begin());
    if (setting.isReal && standIn.kind == StandInKind::Computer)
        return io::realComputer();
    if (setting.file.empty())
        return makeStandIn(usualInstrumentFor(standIn.kind), standIn);
    const auto instrument = io::loadInstrument(setting.file);
    return instrument ? makeStandIn(*instrument, standIn) : instrument.error();
}

/// Sends at the right time until the time is over, somebody interrupts, or the way is lost.
Result<std::size_t> send(StandIn& feed, double seconds, io::Outlet& outlet)
{
    std::size_t bytes = 0;
    const auto begin = Clock::now();
    while (isInterrupted == 0) {
        const auto since = Clock::now() - begin;
        const Ticks now{std::chrono::duration_cast<std::chrono::nanoseconds>(since).count()};
        if (seconds > 0 && inSeconds(now) > seconds)
            break;
        for (const auto& sent : feed.until(now)) {
            if (const auto written = outlet.write(sent.bytes); !written)
                return written.error();
            bytes += sent.bytes.size();
        }
        std::this_thread::sleep_for(longestNap);
    }
    return bytes;
}

/// Answers over HTTP until the time is over or somebody interrupts.
void serve(Context& context, std::unique_ptr<StandIn> standIn, const FeedSetting& setting)
{
    const auto server = io::FeedServer::open(std::move(standIn), setting.what, setting.http);
    if (!server)
        return context.fail(server.error());
    if (!context.json) {
        print("answers at " + (*server)->address() + "\n");
        std::fflush(stdout);
    }
    const auto begin = Clock::now();
    while (isInterrupted == 0
        && (setting.seconds <= 0
            || std::chrono::duration<double>(Clock::now() - begin).count() < setting.seconds)) {
        QCoreApplication::processEvents();
        std::this_thread::sleep_for(longestNap);
    }
    const auto answers = (*server)->answers();
    print(context.json ? json::writeCompact(object({{"answers", json::makeNumber(answers)}})) + "\n"
                       : fmt::format("{} answers\n", answers));
}

void feed(Context& context, const FeedSetting& setting)
{
    if (int(!setting.link.empty()) + int(!setting.port.empty()) + int(setting.http >= 0) != 1)
        return context.fail({ErrorCode::InvalidArgument,
            "say where to: --link PATH for a pseudo-terminal, --port TTY for a serial port, or "
            "--http PORT for a feed on this computer",
            ""});
    if (setting.http >= 0 && setting.what == standInWords[std::size_t(StandInKind::Wheel)])
        return context.fail({ErrorCode::InvalidArgument,
            "a wheel makes pulses on a line: they cannot go over HTTP", ""});
    auto made = makeFeed(setting);
    if (!made)
        return context.fail(made.error());
    auto standIn = std::move(made).value();
    int count = 0;
    std::string name = "feed";
    std::array<char*, 1> words{name.data()};
    const QCoreApplication application(count, words.data()); // ports and servers want one
    std::signal(SIGINT, [](int) { isInterrupted = 1; });
    std::signal(SIGTERM, [](int) { isInterrupted = 1; });
    if (setting.http >= 0)
        return serve(context, std::move(standIn), setting);
    const auto outlet = setting.port.empty() ? io::openTerminal(setting.link)
                                             : io::openPort(setting.port, setting.baud);
    if (!outlet)
        return context.fail(outlet.error());
    const auto sent = send(*standIn, setting.seconds, **outlet);
    if (!sent)
        return context.fail(sent.error());
    print(context.json
            ? json::writeCompact(object({{"bytes", json::makeNumber(static_cast<double>(*sent))}}))
                + "\n"
            : fmt::format("{} bytes sent\n", *sent));
}

} // namespace

void addFeed(CLI::App& app, Context& context)
{
    auto setting = std::make_shared<FeedSetting>();
    auto* command = addCommand(app, context, "feed",
        "a stand-in on a pseudo-terminal or a serial port, until it is interrupted");
    command
        ->add_option("WHAT", setting->what,
            "board, meter, pulses, wheel, receiver, remote, scanner, node or computer; an "
            "instrument file "
            "is its board; any other file is a log, sent line by line in its own time")
        ->required();
    command->add_option("--file", setting->file, "the instrument whose parts stand in");
    command->add_option("--scenario", setting->standIn.scenario, "of the instrument");
    command->add_option("--channel", setting->standIn.channel, "that is stood in for");
    command->add_option("--capture", setting->capture, "a recording, followed instead of it");
    command
        ->add_option("--every", setting->every, "seconds from line to line of a log without times")
        ->check(CLI::PositiveNumber);
    command->add_option("--seed", setting->standIn.seed);
    command->add_option("--damage", setting->standIn.damage, "share of damaged messages")
        ->check(CLI::Range(0.0, 1.0));
    command->add_flag("--real", setting->isReal, "of computer: the health of this one");
    command->add_option("--link", setting->link, "path of the pseudo-terminal");
    command->add_option("--port", setting->port, "a serial port, such as /dev/ttyUSB0");
    command->add_option("--http", setting->http, "answer as JSON at this port of 127.0.0.1; 0: any")
        ->check(CLI::Range(0, 65535));
    command->add_option("--baud", setting->baud)->check(CLI::Range(1, 10'000'000));
    command->add_option("--seconds", setting->seconds)->check(CLI::NonNegativeNumber);
    command->callback([&context, setting] { feed(context, *setting); });
}

} // namespace fern::cli
