#include "plan/redraw_plan.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/age.h"
#include "judge/readable.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double usualSeconds = 0.5; // where nothing that is shown says more
constexpr double busShare = 0.5;

} // namespace

RedrawPlan planRedraw(const PlainInstrument& in, const PlainDisplay& display)
{
    RedrawPlan plan;
    plan.display = display.id;
    for (const double hertz : {100e3, 400e3})
        plan.buses.push_back({hertz, redrawCost(in, display, hertz)});
    const auto own = redrawCost(in, display, display.busHertz);
    plan.reasons.push_back(fmt::format("A redraw sends at most {} in {} at {}.",
        countText(own.busBytes, "byte"), durationText(own.transfer), hertzText(display.busHertz)));

    const double forBus = own.transfer / busShare;
    const auto eyes = readableOf(in, display);
    const double usual = eyes.usualSeconds > 0 ? eyes.usualSeconds : usualSeconds;
    plan.shortestSeconds =
        std::max({eyes.leastSeconds, forBus, own.draw + own.transfer + own.panel});
    plan.reasons.push_back(plan.shortestSeconds == eyes.leastSeconds
            ? fmt::format("Faster than every {} gains nothing: {}", durationText(eyes.leastSeconds),
                eyes.words)
            : fmt::format(
                "Faster than every {} the bus is more than half busy or the panel is not done.",
                durationText(plan.shortestSeconds)));

    plan.longestSeconds = std::numeric_limits<double>::infinity();
    std::string tightest;
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        if (!shows(in, display, i))
            continue;
        const auto& channel = in.channels[i];
        const auto age = ageOf(in, channel, display);
        const double apart = age.oldest() - age.waiting; // whatever the interval is
        const double most = channel.freshnessSeconds - apart;
        if (most < plan.longestSeconds) {
            plan.longestSeconds = most;
            tightest = fmt::format("{} is to be at most {} old; sampling, smoothing, the other "
                                   "tasks and the redraw take {} of it, {} are left to wait.",
                channel.name, durationText(channel.freshnessSeconds), durationText(apart),
                durationText(std::max(0.0, most)));
        }
    }
    if (std::isinf(plan.longestSeconds)) {
        plan.reasons.emplace_back("No channel is shown here, so no freshness limits the interval.");
        plan.longestSeconds = 0;
        plan.proposedSeconds = std::max(usual, plan.shortestSeconds);
        return plan;
    }
    plan.reasons.push_back(tightest);
    if (plan.longestSeconds < plan.shortestSeconds) {
        plan.reasons.emplace_back(plan.longestSeconds <= 0
                ? "No interval keeps the wish: smooth less, sample more often or accept an older "
                  "number."
                : "The wish asks for a faster redraw than is sensible: smooth less or accept an "
                  "older number.");
        return plan;
    }
    plan.proposedSeconds = std::clamp(usual, plan.shortestSeconds, plan.longestSeconds);
    if (plan.proposedSeconds == usual)
        plan.reasons.push_back(fmt::format(
            "Every {} is the usual choice and satisfies the wish.", durationText(usual)));
    return plan;
}

std::string inOneSentence(const RedrawPlan& plan)
{
    if (plan.proposedSeconds <= 0)
        return "No redraw interval satisfies the wishes. " + plan.reasons.back();
    if (plan.longestSeconds <= 0)
        return fmt::format("Redraw every {}; faster than {} gains nothing.",
            durationText(plan.proposedSeconds), durationText(plan.shortestSeconds));
    return fmt::format("Redraw every {}; sensible from {} to {}.",
        durationText(plan.proposedSeconds), durationText(plan.shortestSeconds),
        durationText(plan.longestSeconds));
}

} // namespace fern
