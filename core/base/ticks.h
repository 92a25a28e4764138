#pragma once
// Simulation time: a whole count of nanoseconds, good for 292 years.

#include <cmath>
#include <compare>
#include <cstdint>

namespace fern {

struct Ticks {
    std::int64_t ns = 0;

    constexpr auto operator<=>(const Ticks&) const = default;
    constexpr Ticks& operator+=(Ticks other)
    {
        ns += other.ns;
        return *this;
    }
};

constexpr Ticks operator+(Ticks a, Ticks b)
{
    return {a.ns + b.ns};
}
constexpr Ticks operator-(Ticks a, Ticks b)
{
    return {a.ns - b.ns};
}
constexpr Ticks operator*(Ticks a, std::int64_t n)
{
    return {a.ns * n};
}
constexpr std::int64_t operator/(Ticks a, Ticks b)
{
    return a.ns / b.ns;
}

constexpr Ticks maxTicks{INT64_MAX};

/// Returns the nearest tick to `seconds`, which must be within ±292 years.
inline Ticks ticksFromSeconds(double seconds)
{
    return {std::llround(seconds * 1e9)};
}

/// Returns the time in seconds.
constexpr double inSeconds(Ticks t)
{
    return static_cast<double>(t.ns) / 1e9;
}

/// Returns the first instant of the grid 0, period, 2·period … that is not before `t` (t ≥ 0).
constexpr Ticks nextOnGrid(Ticks t, Ticks period)
{
    return {(t.ns + period.ns - 1) / period.ns * period.ns};
}

} // namespace fern
