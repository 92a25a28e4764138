#include "reading/converter.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// The code of a converter of that many bits, none of them made up.
std::int64_t narrowCode(const Converter& converter, double volts, double reference)
{
    const double exact = volts * converter.divisor() / reference;
    const bool rounds =
        converter.form == ConverterForm::Unipolar && converter.school == ConverterSchool::EndPoint;
    const double code = rounds ? std::round(exact) : std::floor(exact);
    return static_cast<std::int64_t>(std::clamp(code, static_cast<double>(converter.bottomCode()),
        static_cast<double>(converter.topCode())));
}

} // namespace

std::int64_t Converter::topCode() const
{
    return (std::int64_t{1} << (form == ConverterForm::Signed ? bits - 1 : bits)) - 1;
}

std::int64_t Converter::bottomCode() const
{
    return form == ConverterForm::Signed ? -(std::int64_t{1} << (bits - 1)) : 0;
}

double Converter::divisor() const
{
    const bool countsSteps = form == ConverterForm::Signed || school == ConverterSchool::DataSheet;
    return static_cast<double>(topCode() + (countsSteps ? 1 : 0));
}

std::int64_t codeOf(const Converter& converter, double volts, double reference)
{
    if (!converter.isWidened())
        return narrowCode(converter, volts, reference);
    auto narrow = converter;
    narrow.bits = converter.realBits;
    const auto code = narrowCode(narrow, volts, reference);
    const int by = converter.bits - converter.realBits;
    const auto shifted = code * (std::int64_t{1} << by);
    return converter.widening == Widening::Shifted ? shifted
                                                   : shifted + (code >> (converter.realBits - by));
}

double voltsOf(const Converter& converter, double code, double reference)
{
    return code * reference / converter.divisor();
}

std::optional<double> finestRange(std::span<const double> ranges, double volts)
{
    std::optional<double> finest;
    for (const double range : ranges)
        if (range >= volts && (!finest || range < *finest))
            finest = range;
    return finest;
}

double schoolDifferenceLsb(int bits, double code)
{
    const double steps = std::ldexp(1.0, bits);
    return code * steps / (steps - 1) - code;
}

} // namespace fern
