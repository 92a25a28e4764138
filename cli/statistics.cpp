#include "cli/cli.h"

#include "base/number_text.h"
#include "io/recordings.h"
#include "signal/capture_statistics.h"

#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

/// The figures in the order in which they are told, each with its word.
std::vector<json::Member> membersOf(const CaptureStatistics& s)
{
    const auto count = [](std::size_t n) { return json::makeNumber(static_cast<double>(n)); };
    return {
        {"samples", count(s.samples)},
        {"dropouts", count(s.dropouts)},
        {"seconds", json::makeNumber(s.seconds)},
        {"mean", json::makeNumber(s.mean)},
        {"deviation", json::makeNumber(s.deviation)},
        {"noise", json::makeNumber(s.noise)},
        {"least", json::makeNumber(s.least)},
        {"most", json::makeNumber(s.most)},
        {"peakToPeak", json::makeNumber(s.most - s.least)},
        {"driftPerSecond", json::makeNumber(s.driftPerSecond)},
        {"rate", json::makeNumber(s.rate)},
        {"jitter", json::makeNumber(s.jitter)},
        {"longestGap", json::makeNumber(s.longestGap)},
        {"gaps", count(s.gaps)},
    };
}

} // namespace

void addStatistics(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command = addCommand(app, context, "statistics", "the figures of a recording");
    command->add_option("CAPTURE", *path, "CSV with t_s and channel.tap columns")->required();
    command->callback([&context, path] {
        const auto captures = io::loadRecording(*path);
        if (!captures)
            return context.fail(captures.error());
        std::vector<json::Member> columns;
        std::string text;
        for (const auto& capture : *captures) {
            const auto name = fmt::format("{}.{}", capture.channel, tapWord(capture.tap));
            auto members = membersOf(captureStatistics(capture));
            text += name + (capture.unit.empty() ? "" : " in " + capture.unit) + "\n";
            for (const auto& [word, value] : members)
                text += fmt::format("  {}: {}\n", word, value.text);
            columns.push_back({name, object(std::move(members))});
        }
        print(context.json ? json::writeCompact(object(std::move(columns))) + "\n" : text);
    });
}

} // namespace fern::cli
