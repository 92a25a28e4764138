#pragma once
// The least and the most of any stretch of a long series, without reading all of it: each level
// holds the extremes of a fixed number of neighbours of the one below.

#include <cstddef>
#include <limits>
#include <span>
#include <vector>

namespace fern {

struct Extremes {
    double least = std::numeric_limits<double>::infinity();
    double most = -std::numeric_limits<double>::infinity();

    /// Whether any number has been taken; NaN is none.
    bool isEmpty() const { return least > most; }
    void take(double value)
    {
        least = value < least ? value : least;
        most = value > most ? value : most;
    }
    void take(const Extremes& other)
    {
        least = other.least < least ? other.least : least;
        most = other.most > most ? other.most : most;
    }
    bool operator==(const Extremes&) const = default;
};

/// Stands beside a series, which its owner keeps and hands in.
class MinMaxPyramid {
public:
    /// Takes a series that begins with what was taken before.
    void cover(std::span<const double> series);

    /// Returns the extremes of the series that it covers, from index `from` to before `to`.
    Extremes between(std::span<const double> series, std::size_t from, std::size_t to) const;

private:
    static constexpr std::size_t fan = 16; ///< neighbours that a block of the next level holds

    std::vector<std::vector<Extremes>> m_levels; ///< whole blocks only; [0] of `fan` values
};

} // namespace fern
