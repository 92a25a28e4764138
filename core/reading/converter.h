#pragma once
// An ideal converter of N bits: single-ended in both schools, signed around zero, and codes that
// were made wider than the converter is.

#include "parts/spec.h"

#include <cstdint>
#include <optional>
#include <span>

namespace fern {

struct Converter {
    int bits = 10; ///< 4 … 24, of its codes
    ConverterSchool school = ConverterSchool::DataSheet; ///< of a unipolar one
    ConverterForm form = ConverterForm::Unipolar;
    int realBits = 0; ///< of the converter behind a wider code; 0: all of them
    Widening widening = Widening::Shifted;

    bool isWidened() const { return realBits > 0 && realBits < bits; }
    std::int64_t topCode() const;
    std::int64_t bottomCode() const;
    /// The number that a code is divided by to give a share of the reference: 2^N or 2^N − 1, of a
    /// signed one 2^(N−1).
    double divisor() const;
    /// How many codes one step of the real converter is: 1, or 2^(N − real bits).
    double stepCodes() const
    {
        return isWidened() ? static_cast<double>(1 << (bits - realBits)) : 1;
    }
};

/// Returns the code of `volts` against `reference` volts, clamped to the lowest and highest one.
std::int64_t codeOf(const Converter& converter, double volts, double reference);

/// Returns the volts that a code stands for: code · reference / divisor.
double voltsOf(const Converter& converter, double code, double reference);

/// Returns the finest of a gain's ranges that takes `volts`; none when all are too fine.
std::optional<double> finestRange(std::span<const double> ranges, double volts);

/// Returns how many LSB the two schools' readings of the same code differ: code/(2^N − 1) −
/// code/2^N of full scale, in LSB of the data-sheet school.
double schoolDifferenceLsb(int bits, double code);

} // namespace fern
