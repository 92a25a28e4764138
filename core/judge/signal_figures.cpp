#include "judge/signal_figures.h"

#include "smooth/chain.h"

#include <algorithm>
#include <cmath>
#include <span>

namespace fern {

namespace {

constexpr double figureSeconds = 10;
constexpr double standsOut = 6;

double median(std::vector<double> values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

/// How far each sample is from the median of the five around it, and that median.
struct Neighbourhood {
    std::vector<double> medians;
    std::vector<double> off;
};
Neighbourhood neighbourhoodOf(std::span<const double> values)
{
    Neighbourhood n;
    for (std::size_t i = 0; i < values.size(); ++i) {
        const auto from = i < 2 ? 0 : i - 2;
        const auto to = std::min(values.size(), i + 3);
        n.medians.push_back(median({values.begin() + static_cast<std::ptrdiff_t>(from),
            values.begin() + static_cast<std::ptrdiff_t>(to)}));
        n.off.push_back(std::fabs(values[i] - n.medians.back()));
    }
    return n;
}

std::vector<double> smoothedCopy(
    const PlainChannel& c, std::span<const double> seconds, std::vector<double> values)
{
    Chain(runningSteps(c), NumberKind::Float64).run(seconds, values);
    return values;
}

double digitChanges(
    const StemChoice& choice, const RunHistory& history, Ticks from, double& seconds)
{
    int changes = 0;
    const std::string* last = nullptr;
    Ticks first;
    Ticks newest;
    for (const auto& redraw : history.redraws())
        for (const auto& shown : redraw.readers) {
            if (redraw.display != choice.display || shown.reader != choice.reader
                || redraw.visibleAt < from)
                continue;
            changes += last != nullptr && *last != shown.text;
            first = last == nullptr ? redraw.visibleAt : first;
            newest = redraw.visibleAt;
            last = &shown.text;
        }
    seconds = inSeconds(newest - first);
    return changes;
}

} // namespace

SignalFigures signalFigures(
    const PlainInstrument& in, const StemChoice& choice, const RunHistory& history, Ticks now)
{
    const auto& c = in.channels[choice.channel];
    const auto& reader = in.readers[choice.reader];
    const auto from = now - ticksFromSeconds(figureSeconds);
    SignalFigures figures;
    double shownFor = 0;
    const double changes = digitChanges(choice, history, from, shownFor);
    if (shownFor > 0)
        figures.digitChangesPerSecond = changes / shownFor;

    std::vector<double> seconds;
    std::vector<double> values;
    Ticks last;
    for (const auto& sample : history.samples()) {
        if (sample.channel != choice.channel || std::isnan(sample.real.scaled))
            continue;
        seconds.push_back(values.empty() ? 0 : inSeconds(sample.at - last));
        values.push_back(sample.real.scaled);
        last = sample.at;
    }
    if (values.size() < 5)
        return figures;
    const auto n = neighbourhoodOf(values);
    constexpr double madToDeviation = 1.4826; // of a normal distribution
    const double scatter = madToDeviation * median(n.off);
    const double limit = std::max(standsOut * scatter, 2 * countAt(c, values.back()));
    const double halfDigit = digitWorth(reader) / 2;
    const auto real = smoothedCopy(c, seconds, values);
    Ticks at = last;
    for (std::size_t k = values.size(); k-- > 0 && at >= from;
         at = at - ticksFromSeconds(seconds[k])) {
        if (n.off[k] <= limit)
            continue;
        ++figures.spikes;
        auto mended = values;
        mended[k] = n.medians[k];
        const auto without = smoothedCopy(c, seconds, std::move(mended));
        double most = 0;
        for (std::size_t i = k; i < real.size(); ++i)
            most = std::max(most, std::fabs(real[i] - without[i]));
        figures.spikesPassed += most >= halfDigit;
    }
    return figures;
}

} // namespace fern
