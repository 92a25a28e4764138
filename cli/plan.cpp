#include "cli/cli.h"

#include "base/number_text.h"
#include "instrument/loops.h"
#include "judge/timing_sheet.h"
#include "plan/pace_plan.h"
#include "plan/redraw_plan.h"
#include "plan/sleep_plan.h"

#include <algorithm>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

json::Node inJson(const RedrawPlan& plan)
{
    auto buses = json::makeArray();
    for (const auto& bus : plan.buses)
        buses.items.push_back(object({{"hertz", json::makeNumber(bus.hertz)},
            {"busBytes", json::makeNumber(bus.cost.busBytes)},
            {"drawSeconds", json::makeNumber(bus.cost.draw)},
            {"transferSeconds", json::makeNumber(bus.cost.transfer)},
            {"panelSeconds", json::makeNumber(bus.cost.panel)}}));
    auto reasons = json::makeArray();
    for (const auto& reason : plan.reasons)
        reasons.items.push_back(json::makeString(reason));
    return object({{"display", json::makeString(plan.display)}, {"buses", buses},
        {"shortestSeconds", json::makeNumber(plan.shortestSeconds)},
        {"longestSeconds", json::makeNumber(plan.longestSeconds)},
        {"proposedSeconds", json::makeNumber(plan.proposedSeconds)}, {"reasons", reasons}});
}

std::string inWords(const RedrawPlan& plan)
{
    std::string out = plan.display + "\n";
    for (const auto& bus : plan.buses)
        out += fmt::format("  a redraw at {} kHz: {} drawing, {} on the bus, {} panel\n",
            significantText(bus.hertz / 1e3, 4), durationText(bus.cost.draw),
            durationText(bus.cost.transfer), durationText(bus.cost.panel));
    out += "  " + inOneSentence(plan) + "\n";
    for (const auto& reason : plan.reasons)
        out += "  " + reason + "\n";
    return out;
}

json::Node inJson(const std::vector<TaskRow>& program)
{
    auto tasks = json::makeArray();
    for (const auto& task : program)
        tasks.items.push_back(object({{"id", json::makeString(task.id)},
            {"task", json::makeString(task.words)}, {"when", json::makeString(task.when)},
            {"seconds", json::makeNumber(task.seconds)}, {"share", json::makeNumber(task.share)}}));
    return tasks;
}

json::Node inJson(const std::vector<Fact>& limits)
{
    auto list = json::makeArray();
    for (const auto& limit : limits)
        list.items.push_back(object({{"limit", json::makeString(limit.label)},
            {"value", json::makeString(limit.value)}, {"because", json::makeString(limit.note)}}));
    return list;
}

std::string inWords(const std::vector<TaskRow>& program, const std::vector<Fact>& limits)
{
    std::string out = "the loop\n";
    for (const auto& task : program)
        out += fmt::format("  {}, {}: {} at most, {:.1f} % of the processor\n", task.words,
            task.when, durationText(task.seconds), 100 * task.share);
    out += "limits\n";
    for (const auto& limit : limits)
        out += fmt::format("  {}: {}, {}\n", limit.label, limit.value, limit.note);
    return out;
}

json::Node inJson(const PacePoint& point)
{
    const auto& figures = point.figures;
    auto answer = json::makeObject();
    auto displays = json::makeArray();
    for (const auto& words : point.words)
        displays.items.push_back(json::makeString(words));
    answer.add("pace", std::move(displays));
    auto transfers = json::makeArray();
    for (const double seconds : figures.transferSeconds)
        transfers.items.push_back(json::makeNumber(seconds));
    answer.add("transferSeconds", std::move(transfers));
    answer.add("oldestSeconds", json::makeNumber(figures.oldest.seconds));
    answer.add("load", json::makeNumber(figures.load));
    auto asked = json::makeObject();
    for (std::size_t k = 0; k < paceLimits; ++k)
        asked.add(std::string(paceLimitKeys[k]), json::makeNumber(figures.asked[k]));
    answer.add("asked", std::move(asked));
    return answer;
}

json::Node inJson(const PacePlan& plan)
{
    auto answer = json::makeObject();
    answer.add("tried", json::makeNumber(static_cast<double>(plan.tried)));
    answer.add("kept", json::makeNumber(static_cast<double>(plan.kept)));
    answer.add("now", inJson(plan.now));
    answer.add("chosen", plan.chosen ? inJson(*plan.chosen) : json::Node{});
    auto frontier = json::makeArray();
    for (const auto& point : plan.frontier)
        frontier.items.push_back(inJson(point));
    answer.add("frontier", std::move(frontier));
    auto reasons = json::makeArray();
    for (const auto& reason : plan.reasons)
        reasons.items.push_back(json::makeString(reason));
    answer.add("reasons", std::move(reasons));
    auto ways = json::makeArray();
    for (const auto& way : plan.waysOut)
        ways.items.push_back(json::makeString(way.label));
    answer.add("waysOut", std::move(ways));
    return answer;
}

std::string inWords(const PacePlan& plan)
{
    std::string out = fmt::format(
        "the plan\n  {} of {} paces keep every wish about timing\n", plan.kept, plan.tried);
    if (plan.chosen)
        for (const auto& words : plan.chosen->words)
            out += "  " + words + "\n";
    for (const auto& reason : plan.reasons)
        out += "  " + reason + "\n";
    for (const auto& way : plan.waysOut)
        out += "  way out: " + way.label + "\n";
    return out;
}

json::Node inJson(const std::vector<SleepPlan>& plans)
{
    auto list = json::makeArray();
    for (const auto& plan : plans) {
        auto points = json::makeArray();
        for (const auto& point : plan.points)
            points.items.push_back(object({{"sleepSeconds", json::makeNumber(point.seconds)},
                {"asleep", json::makeNumber(point.asleep)},
                {"ampere", json::makeNumber(point.ampere)},
                {"runSeconds", json::makeNumber(point.lasts)},
                {"oldestSeconds", json::makeNumber(point.oldest)}}));
        list.items.push_back(object({{"task", json::makeString(plan.task)}, {"points", points},
            {"chosenSeconds",
                plan.chosen ? json::makeNumber(plan.points[*plan.chosen].seconds) : json::Node{}},
            {"reason", json::makeString(plan.reason)}}));
    }
    return list;
}

std::string inWords(const std::vector<SleepPlan>& plans, const PlainInstrument& plain)
{
    std::string out;
    for (const auto& plan : plans) {
        out += fmt::format("the sleep of {}\n", plan.board);
        for (const auto& fact : factsOf(plan, plain))
            out += fmt::format("  {}: {}, {}\n", fact.label, fact.value, fact.note);
        out += "  " + plan.reason + "\n";
    }
    return out;
}

} // namespace

void addPlan(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command =
        addCommand(app, context, "plan", "what a redraw costs and how often it makes sense");
    command->add_option("FILE", *path)->required();
    auto mode = std::make_shared<std::string>();
    command->add_option("--mode", *mode, "weighs one mode; all, at their worst, without it");
    command->callback([&context, path, mode] {
        auto loaded = load(*path, "");
        if (!loaded)
            return context.fail(loaded.error());
        auto [instrument, plain] = *std::move(loaded);
        if (!mode->empty()) {
            const auto& names = plain.modes.names;
            const auto found = std::find(names.begin(), names.end(), *mode);
            if (found == names.end())
                return context.fail(Error{ErrorCode::InvalidArgument,
                    fmt::format("there is no mode \"{}\"", *mode), "--mode"});
            plain = inMode(plain, static_cast<std::size_t>(found - names.begin()));
        }
        auto list = json::makeArray();
        std::string words;
        for (const auto& display : plain.displays) {
            const auto plan = planRedraw(plain, display);
            list.items.push_back(inJson(plan));
            words += inWords(plan);
        }
        const auto program = taskRows(instrument, plain);
        const auto limits = timingLimits(plain);
        const auto pace = planPace(instrument, PaceFamily(instrument, plain), [] { return true; });
        const auto sleeps = planSleep(instrument, plain);
        if (!context.json)
            return print(
                inWords(program, limits) + words + inWords(*pace) + inWords(sleeps, plain));
        auto answer = json::makeObject();
        answer.add("program", inJson(program));
        answer.add("limits", inJson(limits));
        answer.add("displays", std::move(list));
        answer.add("plan", inJson(*pace));
        answer.add("sleep", inJson(sleeps));
        print(json::writeCompact(answer) + "\n");
    });
}

} // namespace fern::cli
