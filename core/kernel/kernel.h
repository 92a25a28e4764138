#pragma once
// The board's arithmetic (kernel.inc) in the two floating-point kinds that boards have.

#include <cmath>
#include <limits>

namespace fern {

/// How the board stores numbers of a channel.
enum class NumberKind { Float32, Float64 };

/// The functions of kernel.inc in a kind of number, so that one template serves both:
/// Kernel<float>::ft_median.
template <class Real> struct Kernel;

/// What the kernel asks of the C library, which C++ has for both kinds.
template <class Real, class Wide> struct KernelLibrary {
    using real = Real;
    using wide = Wide;
    static constexpr real ft_invalid = std::numeric_limits<real>::quiet_NaN();
    static real ft_log(real x) { return std::log(x); }
    static real ft_pow(real x, real exponent) { return std::pow(x, exponent); }
    static real ft_sqrt(real x) { return std::sqrt(x); }
};

template <> struct Kernel<float> : KernelLibrary<float, int> {
    static constexpr real wide_limit = 2147483520.0F; // the largest float below 2^31
#include "kernel/kernel.inc"
};

template <> struct Kernel<double> : KernelLibrary<double, long long> {
    static constexpr real wide_limit = 9223372036854774784.0; // the largest double below 2^63
#include "kernel/kernel.inc"
};

} // namespace fern
