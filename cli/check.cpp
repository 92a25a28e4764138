#include "cli/cli.h"

#include "base/calendar.h"
#include "judge/findings.h"
#include "judge/rules/signal.h"
#include "judge/subject.h"

#include <algorithm>
#include <chrono>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

/// The title, led by the channel or display that it is about where it does not name it itself.
std::string named(const std::string& subject, const std::string& title)
{
    return title.find(subject) == std::string::npos ? subject + ": " + title : title;
}

json::Node inJson(const Instrument& instrument, const std::vector<Finding>& findings)
{
    auto list = json::makeArray();
    for (const auto& finding : findings) {
        auto fixes = json::makeArray();
        for (const auto& fix : finding.fixes)
            fixes.items.push_back(json::makeString(fix.label));
        list.items.push_back(object({{"rule", json::makeString(finding.rule)},
            {"severity", json::makeString(std::string(severityWord(finding.severity)))},
            {"place", json::makeString(finding.place)},
            {"subject", json::makeString(subjectOf(instrument, finding.place).name)},
            {"title", json::makeString(finding.title)},
            {"reason", json::makeString(finding.reason)},
            {"source", json::makeString(finding.source)}, {"fixes", fixes}}));
    }
    return object({{"findings", list}});
}

std::string inWords(const Instrument& instrument, const std::vector<Finding>& findings)
{
    std::string out;
    for (const auto& finding : findings) {
        out += fmt::format("{} {} {}: {}\n    {}\n", severityWord(finding.severity), finding.rule,
            finding.place, named(subjectOf(instrument, finding.place).name, finding.title),
            finding.reason);
        for (const auto& fix : finding.fixes)
            out += fmt::format("    fix: {}\n", fix.label);
    }
    return out.empty() ? "nothing found\n" : out;
}

int exitCodeOf(const std::vector<Finding>& findings)
{
    if (findings.empty() || findings.front().severity == Severity::Note)
        return Done;
    return findings.front().severity == Severity::Stop ? HasStop : HasCheck;
}

void check(
    Context& context, const std::string& path, const std::string& scenario, std::int64_t today)
{
    auto loaded = load(path, scenario);
    if (!loaded)
        return context.fail(loaded.error());
    auto [instrument, plain] = *std::move(loaded);
    plain.today = today;
    // What was not asked for goes as it should: a rehearsal of faults has its own name.
    if (scenario.empty())
        for (auto& channel : plain.channels)
            channel.faults.clear();
    auto findings = findingsOf(instrument, plain);
    addSeen(findings, scenarioFindings(instrument, plain));
    sortFindings(findings);
    print(context.json ? json::writeCompact(inJson(instrument, findings)) + "\n"
                       : inWords(instrument, findings));
    context.exitCode = exitCodeOf(findings);
}

} // namespace

void addCheck(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command =
        addCommand(app, context, "check", "findings; exit 1 with a check, 2 with a stop");
    command->add_option("FILE", *path)->required();
    auto scenario = std::make_shared<std::string>();
    command->add_option("--scenario", *scenario,
        "that is run with its faults, for what its readings give away; if none, the first without");
    auto today = std::make_shared<std::string>();
    command->add_option("--today", *today, "UTC, such as 2031-05-04; the computer's clock if none")
        ->check([](const std::string& text) {
            return parseDateTime(text + " 00:00:00") ? std::string() : text + " is no date";
        });
    command->callback([&context, path, scenario, today] {
        const auto now = std::chrono::duration_cast<std::chrono::seconds>(
            std::chrono::system_clock::now().time_since_epoch())
                             .count();
        check(context, *path, *scenario,
            today->empty() ? now : parseDateTime(*today + " 00:00:00")->second);
    });
}

} // namespace fern::cli
