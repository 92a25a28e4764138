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

/// Whether a sample stands out by `limit` from both the two before it and the two behind it, on the
/// same side: a corner of a slope does not, and of the newest two nobody knows yet.
bool standsAlone(std::span<const double> values, std::size_t i, double limit)
{
    if (i < 2 || i + 2 >= values.size())
        return false;
    const double before = values[i] - (values[i - 2] + values[i - 1]) / 2;
    const double behind = values[i] - (values[i + 1] + values[i + 2]) / 2;
    return std::min(before, behind) > limit || std::max(before, behind) < -limit;
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

/// The standard deviation of what is off from its neighbours, whatever spikes there are: of the
/// whole, or of a livelier part of it.
double scatterOf(const std::vector<double>& off)
{
    constexpr double madToDeviation = 1.4826; // of a normal distribution
    auto sorted = off;
    const auto most = sorted.begin() + static_cast<std::ptrdiff_t>(sorted.size() * 17 / 20);
    std::nth_element(sorted.begin(), most, sorted.end());
    constexpr double normal85 = 1.44; // deviations within which 85 % of a normal distribution lie
    return std::max(madToDeviation * median(off), *most / normal85);
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
    const double scatter = scatterOf(n.off);
    const double limit = std::max(standsOut * scatter, 2 * countAt(c, values.back()));
    const double halfDigit = digitWorth(reader) / 2;
    const auto real = smoothedCopy(c, seconds, values);
    // What stands out often is hum or noise.
    constexpr double rare = 0.1;
    std::size_t alone = 0;
    for (std::size_t k = 0; k < values.size(); ++k)
        alone += n.off[k] > limit && standsAlone(values, k, limit / 2);
    if (static_cast<double>(alone) > rare * static_cast<double>(values.size()))
        return figures;
    Ticks at = last;
    for (std::size_t k = values.size(); k-- > 0 && at >= from;
         at = at - ticksFromSeconds(seconds[k])) {
        if (n.off[k] <= limit || !standsAlone(values, k, limit / 2))
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
