#include "plan/steady_digit.h"

#include "base/number_text.h"
#include "run/channel_run.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

StepSpec windowed(StepKind kind, int window)
{
    StepSpec step;
    step.kind = kind;
    step.window = window;
    return step;
}

/// The averages that are tried: none, and time constants and windows in steps of about a half.
std::vector<std::vector<StepSpec>> averages(double period, double lag)
{
    std::vector<std::vector<StepSpec>> all{{}};
    for (double tau = period; tau <= 2 * lag + period; tau *= 1.5) {
        StepSpec step;
        step.tau = *parseNumber(significantText(tau, 2));
        all.push_back({step});
    }
    for (int n = 2; (n - 1) / 2.0 * period <= lag && n <= longestWindow; n += std::max(1, n / 2))
        all.push_back({windowed(StepKind::MovingAverage, n)});
    return all;
}

struct Search {
    std::optional<SmoothingTrial> best;
    SmoothingTrial calmest;
    int tried = 0;
    bool wasStopped = false;
};

Search search(const PlainChannel& channel, const PlainReader& reader, const TrialData& data,
    const SteadyWish& wish, const std::function<bool()>& stops)
{
    Search s;
    for (const auto& steps : steadyFamily(channel, reader, wish.lag)) {
        if (stops && stops()) {
            s.wasStopped = true;
            return s;
        }
        auto trial = trySmoothing(channel, reader, steps, data, wish.redrawEvery);
        const bool isFirst = s.tried++ == 0;
        if (trial.changesPerSecond <= wish.changesPerSecond) {
            s.best = trial;
            s.calmest = std::move(trial);
            return s;
        }
        if (isFirst || trial.changesPerSecond < s.calmest.changesPerSecond)
            s.calmest = std::move(trial);
    }
    return s;
}

std::string stepsInWords(const std::vector<StepSpec>& steps)
{
    return steps.empty() ? "no step" : stepsText(steps);
}

std::string rateText(double changesPerSecond)
{
    return changesPerSecond == 0
        ? "it stands still"
        : fmt::format("the text changes {} times a second", significantText(changesPerSecond, 2));
}

} // namespace

std::vector<std::vector<StepSpec>> steadyFamily(
    const PlainChannel& channel, const PlainReader& reader, double lag)
{
    const double period = inSeconds(channel.sampleEvery);
    StepSpec holds;
    holds.kind = StepKind::DigitHysteresis;
    holds.limit = differenceFromSi(digitWorth(reader), channel.unit);
    std::vector<std::vector<StepSpec>> family;
    for (const int median : {1, 3, 5, 7, 9})
        for (const auto& average : averages(period, lag))
            for (const bool isHeld : {false, true}) {
                std::vector<StepSpec> steps;
                if (median > 1)
                    steps.push_back(windowed(StepKind::Median, median));
                steps.insert(steps.end(), average.begin(), average.end());
                if (isHeld)
                    steps.push_back(holds);
                if (delaySeconds(steps, period) <= lag)
                    family.push_back(std::move(steps));
            }
    std::stable_sort(family.begin(), family.end(), [&](const auto& a, const auto& b) {
        const double lagA = delaySeconds(a, period);
        const double lagB = delaySeconds(b, period);
        return lagA != lagB ? lagA < lagB : a.size() < b.size();
    });
    return family;
}

SteadyDigit findSteadyDigit(const PlainChannel& channel, const PlainReader& reader,
    const TrialData& data, const SteadyWish& wish, const std::function<bool()>& stops)
{
    SteadyDigit found;
    if (data.at.size() < 2) {
        found.words = "There are no readings to try on yet: run the scenario, or listen.";
        return found;
    }
    auto here = search(channel, reader, data, wish, stops);
    found.best = std::move(here.best);
    found.calmest = std::move(here.calmest);
    found.tried = here.tried;
    found.wasStopped = here.wasStopped;
    if (found.wasStopped)
        return found;
    if (!found.best) {
        found.words = fmt::format("No setting within {} is calm enough: with {} {}. Show a decimal "
                                  "less, or wait longer.",
            durationText(wish.lag), stepsInWords(found.calmest.steps),
            rateText(found.calmest.changesPerSecond));
        return found;
    }
    found.words = fmt::format("{}: {} late, {}.", stepsInWords(found.best->steps),
        durationText(found.best->delay), rateText(found.best->changesPerSecond));
    auto finer = reader;
    ++finer.text.decimals;
    ++finer.text.width;
    const auto more = search(channel, finer, data, wish, stops);
    found.tried += more.tried;
    found.wasStopped = more.wasStopped;
    found.words += more.best ? fmt::format(" One more digit would be calm with {}, {} late.",
                       stepsInWords(more.best->steps), durationText(more.best->delay))
                             : fmt::format(" One more digit cannot be calm within {}: {}.",
                                 durationText(wish.lag), rateText(more.calmest.changesPerSecond));
    return found;
}

} // namespace fern
