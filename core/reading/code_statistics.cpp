#include "reading/code_statistics.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace fern {

CodeStatistics codeStatistics(std::span<const double> codes, int mostBins)
{
    CodeStatistics s;
    std::vector<std::int64_t> seen;
    for (const double code : codes)
        if (!std::isnan(code))
            seen.push_back(std::llround(code));
    s.samples = static_cast<int>(seen.size());
    if (seen.empty())
        return s;
    double sum = 0;
    for (const auto code : seen)
        sum += static_cast<double>(code);
    s.mean = sum / s.samples;
    double squares = 0;
    for (const auto code : seen)
        squares += (static_cast<double>(code) - s.mean) * (static_cast<double>(code) - s.mean);
    s.deviation = s.samples < 2 ? 0 : std::sqrt(squares / (s.samples - 1));
    const auto [least, most] = std::minmax_element(seen.begin(), seen.end());
    s.least = *least;
    s.most = *most;
    s.distinct = static_cast<int>(std::set<std::int64_t>(seen.begin(), seen.end()).size());

    const auto range = s.most - s.least + 1;
    s.binWidth = (range + mostBins - 1) / mostBins;
    s.bins.resize(static_cast<std::size_t>((range + s.binWidth - 1) / s.binWidth));
    for (std::size_t i = 0; i < s.bins.size(); ++i)
        s.bins[i].first = s.least + static_cast<std::int64_t>(i) * s.binWidth;
    for (const auto code : seen)
        ++s.bins[static_cast<std::size_t>((code - s.least) / s.binWidth)].count;

    constexpr int often = 10; // both neighbours together
    for (std::size_t i = 1; s.binWidth == 1 && i + 1 < s.bins.size(); ++i)
        if (s.bins[i].count == 0 && s.bins[i - 1].count + s.bins[i + 1].count >= often)
            s.missing.push_back(s.bins[i].first);
    return s;
}

} // namespace fern
