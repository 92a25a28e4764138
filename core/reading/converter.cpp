#include "reading/converter.h"

#include <algorithm>
#include <cmath>

namespace fern {

std::int64_t codeOf(const Converter& converter, double volts, double reference)
{
    const double exact = volts * converter.divisor() / reference;
    const double code =
        converter.school == ConverterSchool::DataSheet ? std::floor(exact) : std::round(exact);
    return static_cast<std::int64_t>(
        std::clamp(code, 0.0, static_cast<double>(converter.topCode())));
}

double voltsOf(const Converter& converter, double code, double reference)
{
    return code * reference / converter.divisor();
}

double schoolDifferenceLsb(int bits, double code)
{
    const double steps = std::ldexp(1.0, bits);
    return code * steps / (steps - 1) - code;
}

} // namespace fern
