#include "reading/settled.h"

#include <cmath>
#include <vector>

namespace fern {

namespace {

struct Part {
    double mean = 0, squares = 0;
};

Part partOf(std::span<const double> readings)
{
    Part part;
    for (const double reading : readings)
        part.mean += reading / static_cast<double>(readings.size());
    for (const double reading : readings)
        part.squares += (reading - part.mean) * (reading - part.mean);
    return part;
}

} // namespace

SettledReading settledReading(std::span<const double> readings, int count, double step)
{
    std::vector<double> newest;
    for (auto i = readings.size(); i > 0 && static_cast<int>(newest.size()) < count; --i)
        if (!std::isnan(readings[i - 1]))
            newest.push_back(readings[i - 1]);
    SettledReading result;
    result.count = static_cast<int>(newest.size());
    if (newest.empty())
        return result;
    const auto all = partOf(newest);
    result.mean = all.mean;
    if (newest.size() < 4)
        return result;
    result.scatter = std::sqrt(all.squares / (static_cast<double>(newest.size()) - 1));
    const std::span<const double> span(newest);
    const auto half = newest.size() / 2;
    const auto late = partOf(span.first(half));
    const auto early = partOf(span.subspan(half));
    // The scatter within the halves, so that a drift does not hide itself. Three standard
    // deviations of the difference of two means; one reading is the least that can be told.
    const double within =
        std::sqrt((late.squares + early.squares) / (static_cast<double>(newest.size()) - 2));
    const double limit = std::max(step, 3 * within * std::sqrt(2.0 / static_cast<double>(half)));
    result.isSettled = std::fabs(late.mean - early.mean) <= limit;
    return result;
}

} // namespace fern
