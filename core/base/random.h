#pragma once
// Seeded random numbers that are the same on every machine and can be read at any index.
// Each random source has its own stream, so that adding a source changes no other one.

#include <cstdint>
#include <string_view>

namespace fern {

/// Returns the x with P(X ≤ x) = p for a standard normal X; 0 < p < 1.
/// Relative error about 1e-16. Uses only + − × ÷ and √, so the result is the same everywhere.
/// Source: M. J. Wichura, Algorithm AS 241, Applied Statistics 37 (1988), PPND16.
double normalQuantile(double p);

class RandomStream {
public:
    /// A stream of its own for each (run seed, stable id of the part, purpose).
    RandomStream(std::uint64_t seed, std::string_view id, std::string_view purpose);

    /// Returns 64 random bits. Source: S. Vigna, SplitMix64, read at an index.
    std::uint64_t bits(std::uint64_t index) const;
    /// Returns a number from the open interval 0…1.
    double uniform(std::uint64_t index) const;
    /// Returns a standard normal deviate.
    double normal(std::uint64_t index) const { return normalQuantile(uniform(index)); }
    /// Returns a number from the open interval −1…1, every value as likely.
    double symmetric(std::uint64_t index) const { return 2 * uniform(index) - 1; }

private:
    std::uint64_t m_key = 0;
};

} // namespace fern
