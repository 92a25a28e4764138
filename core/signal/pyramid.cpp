#include "signal/pyramid.h"

#include <algorithm>

namespace fern {

void MinMaxPyramid::cover(std::span<const double> series)
{
    for (std::size_t level = 0;; ++level) {
        const auto below = level == 0 ? series.size() : m_levels[level - 1].size();
        if (below < fan)
            return;
        if (level == m_levels.size())
            m_levels.emplace_back();
        auto& blocks = m_levels[level];
        while ((blocks.size() + 1) * fan <= below) {
            Extremes block;
            for (std::size_t i = blocks.size() * fan; i < (blocks.size() + 1) * fan; ++i)
                if (level == 0)
                    block.take(series[i]);
                else
                    block.take(m_levels[level - 1][i]);
            blocks.push_back(block);
        }
    }
}

Extremes MinMaxPyramid::between(
    std::span<const double> series, std::size_t from, std::size_t to) const
{
    Extremes all;
    to = std::min(to, series.size());
    std::size_t level = 0; // of what `from` and `to` count: values, then blocks of values …
    const auto take = [&](std::size_t i) {
        if (level == 0)
            all.take(series[i]);
        else
            all.take(m_levels[level - 1][i]);
    };
    while (from < to) {
        // The ends that fill no whole block of the next level, then the same one level up.
        const bool isTop = level >= m_levels.size();
        for (; from < to && (isTop || from % fan != 0); ++from)
            take(from);
        for (; from < to && to % fan != 0; --to)
            take(to - 1);
        from /= fan;
        to /= fan;
        ++level;
    }
    return all;
}

} // namespace fern
