#include "plan/sleep_plan.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/age.h"
#include "judge/asleep.h"
#include "parts/power.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// Seconds asleep that are tried.
constexpr std::array<double, 14> sleepTimes{
    1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200, 1800, 3600, 14400};

/// The run time of the battery that a board hangs on, with the board asleep for so much of the
/// time.
RunTime runTimeWith(const Instrument& in, const std::string& board, double asleep)
{
    auto parts = in.parts;
    for (auto& part : parts)
        if (part->id == board && part->load) {
            auto changed = *part;
            changed.load->sleepPercent = 100 * asleep;
            changed.load->activePercent = 100 * (1 - asleep);
            part = std::make_shared<const Part>(std::move(changed));
        }
    const auto* own = findById(parts, board);
    for (const auto& time : runTimes(parts))
        if (own != nullptr && hangsOn(parts, *own, *findById(parts, time.source)))
            return time;
    return {};
}

void addAges(const PlainInstrument& in, SleepPoint& point)
{
    for (const auto& display : in.displays)
        for (std::size_t i = 0; i < in.channels.size(); ++i) {
            const auto& c = in.channels[i];
            if (display.pages.empty() || givesCodes(c.source.kind) || !shows(in, display, i))
                continue;
            const double age = ageOf(in, c, display).oldest();
            if (age / c.freshnessSeconds > point.asked) {
                point.asked = age / c.freshnessSeconds;
                point.oldest = age;
            }
        }
}

SleepPoint pointOf(
    const Instrument& in, const PlainInstrument& plain, std::size_t place, double seconds)
{
    auto tried = plain;
    auto& task = tried.program[place];
    task.waits = ticksFromSeconds(seconds);
    const auto& board = tried.loops[task.loop].board;
    SleepPoint point;
    point.seconds = seconds;
    point.asleep = asleepShare(tried, task.loop);
    const auto* part = findById(in.parts, board);
    if (part != nullptr && part->load) {
        const auto time = runTimeWith(in, board, asleepByCharge(tried, task.loop, *part->load));
        point.ampere = time.averageAmpere;
        point.lasts = time.averageAmpere > 0 ? time.seconds() : 0;
    }
    addAges(tried, point);
    return point;
}

bool keepsHours(const SleepPoint& point, double wished)
{
    return point.lasts >= wished * (1 - 1e-9);
}
bool keepsAges(const SleepPoint& point)
{
    return point.asked <= 1 + 1e-9;
}

void choose(SleepPlan& plan, double wished)
{
    const auto& points = plan.points;
    const auto hours = std::find_if(points.begin(), points.end(),
        [&](const SleepPoint& point) { return keepsHours(point, wished); });
    if (points.front().lasts <= 0) {
        plan.reason = "Nobody has told what the board draws from a battery: the hours are not "
                      "known.";
        return;
    }
    if (hours == points.end()) {
        const auto& longest = points.back();
        plan.reason = fmt::format("No sleep gives the {} that are wished: at {} it runs {}. What "
                                  "the other parts draw, and what this one draws asleep, is left.",
            hoursText(wished), durationText(longest.seconds), hoursText(longest.lasts));
        return;
    }
    if (!keepsAges(*hours)) {
        plan.reason = fmt::format(
            "{} need a sleep of {}, and then numbers get {} old, {} times what is wished.",
            hoursText(wished), durationText(hours->seconds), durationText(hours->oldest),
            significantText(hours->asked, 2));
        return;
    }
    plan.chosen = static_cast<std::size_t>(hours - points.begin());
    plan.reason = fmt::format("Sleep for {}: it is the freshest that runs the {} that are wished.",
        durationText(hours->seconds), hoursText(wished));
}

} // namespace

std::vector<SleepPlan> planSleep(const Instrument& in, const PlainInstrument& plain)
{
    std::vector<SleepPlan> plans;
    for (std::size_t i = 0; i < plain.program.size(); ++i) {
        const auto& task = plain.program[i];
        if (task.spec.does != TaskDoes::Sleep)
            continue;
        SleepPlan plan{task.spec.id, plain.loops[task.loop].name, {}, {}, {}};
        std::vector<double> times(sleepTimes.begin(), sleepTimes.end());
        if (const double own = inSeconds(task.waits);
            std::find(times.begin(), times.end(), own) == times.end())
            times.insert(std::lower_bound(times.begin(), times.end(), own), own);
        for (const double seconds : times)
            plan.points.push_back(pointOf(in, plain, i, seconds));
        choose(plan, plain.wishedSeconds);
        if (!task.spec.only.empty())
            plan.reason += fmt::format(" All this while {}.", task.spec.only);
        plans.push_back(std::move(plan));
    }
    return plans;
}

std::vector<Fact> factsOf(const SleepPlan& plan, const PlainInstrument& plain)
{
    std::vector<Fact> facts;
    for (const auto& point : plan.points) {
        std::string note = significantText(100 * point.asleep, 4) + " % asleep";
        if (point.ampere > 0)
            note += fmt::format(", {} on average", quantityText(point.ampere, *parseUnit("A"), 2));
        if (point.oldest > 0)
            note += fmt::format("; numbers up to {} old", durationText(point.oldest));
        if (!keepsAges(point))
            note += ", too old";
        if (point.lasts > 0 && !keepsHours(point, plain.wishedSeconds))
            note += ", too short a run";
        facts.push_back({fmt::format("{} asleep", durationText(point.seconds)),
            point.lasts > 0 ? hoursText(point.lasts) : std::string("not known"), note,
            Figure::None});
    }
    return facts;
}

} // namespace fern
