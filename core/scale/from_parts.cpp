#include "scale/from_parts.h"

#include "base/number_text.h"
#include "parts/divider.h"

#include <fmt/format.h>

namespace fern {

LinearScaling scalingFromParts(const Converter& converter, double reference, double r1, double r2)
{
    return {voltsOf(converter, 1, reference) / dividerRatio(r1, r2), 0};
}

std::vector<std::string> scalingInWords(
    const Converter& converter, double reference, double r1, double r2)
{
    const auto scaling = scalingFromParts(converter, reference, r1, r2);
    return {
        fmt::format("one count at the pin = {} V ÷ {} = {} mV", shortestText(reference),
            shortestText(converter.divisor()),
            significantText(voltsOf(converter, 1, reference) * 1e3, 5)),
        fmt::format("the divider multiplies by {} + {} over {} ohm = {}", shortestText(r1),
            shortestText(r2), shortestText(r2), significantText(1 / dividerRatio(r1, r2), 6)),
        fmt::format("one count = {} mV, full scale = {} V", significantText(scaling.gain * 1e3, 5),
            significantText(scaling.gain * static_cast<double>(converter.topCode()), 5)),
        fmt::format("volts = {} × counts", significantText(scaling.gain, 7)),
    };
}

} // namespace fern
