#include "reading/beat_statistics.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <vector>

namespace fern {

BeatStatistics beatStatistics(std::span<const double> intervals)
{
    BeatStatistics s;
    s.intervals = static_cast<int>(intervals.size());
    if (intervals.empty())
        return s;
    const auto n = static_cast<double>(intervals.size());
    s.mean = std::accumulate(intervals.begin(), intervals.end(), 0.0) / n;
    std::vector<double> sorted(intervals.begin(), intervals.end());
    std::sort(sorted.begin(), sorted.end());
    const auto middle = sorted.size() / 2;
    s.median = sorted.size() % 2 == 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    if (intervals.size() < 2)
        return s;
    double squares = 0;
    for (const double interval : intervals)
        squares += (interval - s.mean) * (interval - s.mean);
    s.deviation = std::sqrt(squares / (n - 1));
    double steps = 0;
    for (std::size_t i = 1; i < intervals.size(); ++i)
        steps += (intervals[i] - intervals[i - 1]) * (intervals[i] - intervals[i - 1]);
    s.successive = std::sqrt(steps / (n - 1));
    return s;
}

} // namespace fern
