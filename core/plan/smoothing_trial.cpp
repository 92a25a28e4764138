#include "plan/smoothing_trial.h"

#include "run/channel_run.h"
#include "run/display_run.h"
#include "smooth/figures.h"
#include "text/format.h"

#include <cmath>

namespace fern {

namespace {

/// The texts at the redraws, and how often one differs from the one before.
void addTexts(SmoothingTrial& trial, const PlainChannel& channel, const PlainReader& reader,
    const TrialData& data, double redrawEvery)
{
    int changes = 0;
    int redraws = 0;
    double next = data.at.front();
    for (std::size_t i = 0; i < data.at.size(); ++i) {
        // What is newest when the display is drawn, before the next reading comes.
        const bool isLast = i + 1 == data.at.size();
        if (!isLast && data.at[i + 1] <= next)
            continue;
        for (; next <= data.at[i] || (!isLast && next < data.at[i + 1]); next += redrawEvery) {
            auto text = formatText(inReaderUnit(toSi(trial.smoothed[i], channel.unit), reader),
                reader.text, channel.numberKind);
            const bool isFirst = trial.texts.empty();
            ++redraws;
            if (!isFirst && trial.texts.back().second == text)
                continue;
            changes += !isFirst;
            trial.texts.emplace_back(next, std::move(text));
        }
    }
    const double seconds = (redraws - 1) * redrawEvery;
    trial.changesPerSecond = seconds > 0 ? changes / seconds : 0;
}

} // namespace

SmoothingTrial trySmoothing(const PlainChannel& channel, const PlainReader& reader,
    const std::vector<StepSpec>& steps, const TrialData& data, double redrawEvery)
{
    SmoothingTrial trial;
    trial.steps = steps;
    const double period = inSeconds(channel.sampleEvery);
    trial.delay = delaySeconds(steps, period);
    for (const auto& step : activeSteps(steps)) {
        const auto cost = costOf(step, channel.numberKind, period);
        trial.bytes += cost.bytes;
        trial.operations += cost.operations;
    }
    if (data.at.empty())
        return trial;
    auto changed = channel;
    changed.steps = steps;
    std::vector<double> seconds(data.at.size());
    for (std::size_t i = 1; i < seconds.size(); ++i)
        seconds[i] = data.at[i] - data.at[i - 1];
    trial.smoothed = data.values;
    Chain(runningSteps(changed), channel.numberKind).run(seconds, trial.smoothed);
    addTexts(trial, channel, reader, data, redrawEvery);
    return trial;
}

} // namespace fern
