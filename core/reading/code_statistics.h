#pragma once
// What a stretch of converter codes says: spread, histogram, codes that never come.

#include <cstdint>
#include <span>
#include <vector>

namespace fern {

struct CodeBin {
    std::int64_t first = 0; ///< lowest code of the bin
    int count = 0;

    bool operator==(const CodeBin&) const = default;
};

struct CodeStatistics {
    int samples = 0;
    double mean = 0;
    double deviation = 0; ///< standard deviation with n − 1; 0 below two samples
    std::int64_t least = 0, most = 0;
    int distinct = 0; ///< different codes seen
    std::int64_t binWidth = 1; ///< codes in a bin
    std::vector<CodeBin> bins; ///< without gaps, from the lowest code on
    /// Codes that did not come although their neighbours came often: with the mean of both at 5 or
    /// more, chance alone leaves one out in fewer than 1 of 100 cases. Only with bins of one code.
    std::vector<std::int64_t> missing;
};

/// Returns the statistics of codes; NaN is left out. At most `mostBins` bins are made.
CodeStatistics codeStatistics(std::span<const double> codes, int mostBins = 64);

} // namespace fern
