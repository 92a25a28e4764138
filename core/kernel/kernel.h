#pragma once
// The board's arithmetic (kernel.inc) in the two floating-point kinds that boards have.

#include <cmath>
#include <limits>

namespace fern {

/// How the board stores numbers of a channel.
enum class NumberKind { Float32, Float64 };

namespace f32 {
using real = float;
using wide = int;
constexpr real wide_limit = 2147483520.0F; // the largest float below 2^31
constexpr real ft_invalid = std::numeric_limits<real>::quiet_NaN();
inline real ft_log(real x)
{
    return std::log(x);
}
inline real ft_pow(real x, real exponent)
{
    return std::pow(x, exponent);
}
inline real ft_sqrt(real x)
{
    return std::sqrt(x);
}
#include "kernel/kernel.inc"
} // namespace f32

namespace f64 {
using real = double;
using wide = long long;
constexpr real wide_limit = 9223372036854774784.0; // the largest double below 2^63
constexpr real ft_invalid = std::numeric_limits<real>::quiet_NaN();
inline real ft_log(real x)
{
    return std::log(x);
}
inline real ft_pow(real x, real exponent)
{
    return std::pow(x, exponent);
}
inline real ft_sqrt(real x)
{
    return std::sqrt(x);
}
#include "kernel/kernel.inc"
} // namespace f64

} // namespace fern
