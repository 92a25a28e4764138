#include "signal/capture_statistics.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// Sums about the means of time and value, over the samples that have a value.
void fillValues(CaptureStatistics& s, const Capture& capture, std::size_t from, std::size_t to)
{
    double time = 0;
    double sum = 0;
    s.least = std::numeric_limits<double>::infinity();
    s.most = -s.least;
    const auto secondsAt = [&](std::size_t i) {
        return inSeconds(capture.at[i] - capture.at[from]);
    };
    for (std::size_t i = from; i < to; ++i) {
        const double value = capture.values[i];
        if (std::isnan(value))
            continue;
        ++s.samples;
        sum += value;
        time += secondsAt(i);
        s.least = std::min(s.least, value);
        s.most = std::max(s.most, value);
    }
    s.dropouts = to - from - s.samples;
    if (s.samples == 0) {
        s.least = s.most = 0;
        return;
    }
    const auto n = static_cast<double>(s.samples);
    s.mean = sum / n;
    time /= n;
    double tt = 0;
    double tv = 0;
    double vv = 0;
    for (std::size_t i = from; i < to; ++i) {
        if (std::isnan(capture.values[i]))
            continue;
        const double t = secondsAt(i) - time;
        const double v = capture.values[i] - s.mean;
        tt += t * t;
        tv += t * v;
        vv += v * v;
    }
    s.deviation = n > 1 ? std::sqrt(vv / (n - 1)) : 0;
    s.driftPerSecond = tt > 0 ? tv / tt : 0;
    s.noise = std::sqrt(std::max(0.0, vv - s.driftPerSecond * tv) / n);
}

void fillPace(CaptureStatistics& s, const Capture& capture, std::size_t from, std::size_t to)
{
    s.seconds = inSeconds(capture.at[to - 1] - capture.at[from]);
    if (to - from < 2)
        return;
    std::vector<double> intervals;
    for (std::size_t i = from + 1; i < to; ++i)
        intervals.push_back(inSeconds(capture.at[i] - capture.at[i - 1]));
    const auto n = static_cast<double>(intervals.size());
    const double mean = s.seconds / n;
    s.rate = 1 / mean;
    double squares = 0;
    for (const double interval : intervals) {
        squares += (interval - mean) * (interval - mean);
        s.longestGap = std::max(s.longestGap, interval);
    }
    s.jitter = n > 1 ? std::sqrt(squares / (n - 1)) : 0;
    const auto middle = intervals.begin() + static_cast<std::ptrdiff_t>(intervals.size() / 2);
    std::nth_element(intervals.begin(), middle, intervals.end());
    const double usual = *middle;
    s.gaps = static_cast<std::size_t>(std::count_if(intervals.begin(), intervals.end(),
        [&](double interval) { return interval > 1.5 * usual; }));
}

} // namespace

CaptureStatistics captureStatistics(const Capture& capture, std::size_t from, std::size_t to)
{
    CaptureStatistics s;
    to = std::min(to, capture.at.size());
    if (from >= to)
        return s;
    fillValues(s, capture, from, to);
    fillPace(s, capture, from, to);
    return s;
}

} // namespace fern
