#include "parts/e_series.h"

#include <array>
#include <cmath>

namespace fern {

namespace {

constexpr std::array<double, 24> table{1.0, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2.0, 2.2, 2.4, 2.7, 3.0,
    3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1};

/// Returns base · 10^decade, rounded once: 8.2 · 10^4 is 82000 exactly.
double scaled(double base, int decade)
{
    const double power = std::pow(10.0, std::abs(decade - 1));
    const double tenths = std::round(base * 10);
    return decade >= 1 ? tenths * power : tenths / power;
}

} // namespace

std::span<const double> e24()
{
    return table;
}

double nearestE24(double value)
{
    const int decade = static_cast<int>(std::floor(std::log10(value)));
    double best = scaled(table.front(), decade);
    const auto offer = [&](double candidate) {
        if (std::fabs(candidate - value) < std::fabs(best - value) * (1 - 1e-12))
            best = candidate;
    };
    for (const double base : table)
        offer(scaled(base, decade));
    offer(scaled(table.front(), decade + 1));
    return best;
}

double nextE24(double value)
{
    const int decade = static_cast<int>(std::floor(std::log10(value)));
    for (int d = decade; d <= decade + 1; ++d)
        for (const double base : table)
            if (scaled(base, d) > value * (1 + 1e-12))
                return scaled(base, d);
    return scaled(table.front(), decade + 2);
}

} // namespace fern
