#pragma once
// An ideal single-ended converter of N bits, in both schools.

#include "parts/spec.h"

#include <cstdint>

namespace fern {

struct Converter {
    int bits = 10; ///< 4 … 24
    ConverterSchool school = ConverterSchool::DataSheet;

    std::int64_t topCode() const { return (std::int64_t{1} << bits) - 1; }
    /// The number that a code is divided by: 2^N or 2^N − 1.
    double divisor() const
    {
        return static_cast<double>(topCode() + (school == ConverterSchool::DataSheet));
    }
};

/// Returns the code of `volts` against `reference` volts, clamped to 0 … 2^N − 1.
std::int64_t codeOf(const Converter& converter, double volts, double reference);

/// Returns the volts that a code stands for: code · reference / 2^N, or / (2^N − 1).
double voltsOf(const Converter& converter, double code, double reference);

/// Returns how many LSB the two schools' readings of the same code differ: code/(2^N − 1) −
/// code/2^N of full scale, in LSB of the data-sheet school.
double schoolDifferenceLsb(int bits, double code);

} // namespace fern
