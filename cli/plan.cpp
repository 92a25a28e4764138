#include "cli/cli.h"

#include "base/number_text.h"
#include "plan/redraw_plan.h"

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

} // namespace

void addPlan(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command =
        addCommand(app, context, "plan", "what a redraw costs and how often it makes sense");
    command->add_option("FILE", *path)->required();
    command->callback([&context, path] {
        const auto plain = loadPlain(*path, "");
        if (!plain)
            return context.fail(plain.error());
        auto list = json::makeArray();
        std::string words;
        for (const auto& display : plain->displays) {
            const auto plan = planRedraw(*plain, display);
            list.items.push_back(inJson(plan));
            words += inWords(plan);
        }
        print(context.json ? json::writeCompact(object({{"displays", list}})) + "\n" : words);
    });
}

} // namespace fern::cli
