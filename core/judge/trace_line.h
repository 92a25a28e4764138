#pragma once
// A line that a plot shows.

#include <vector>

namespace fern {

/// One line of a trace over seconds, or over what else its maker says.
struct TraceLine {
    std::vector<double> seconds;
    std::vector<double> values;

    void add(double at, double value)
    {
        seconds.push_back(at);
        values.push_back(value);
    }
};

} // namespace fern
