#include "plan/scaling_start.h"

#include "base/number_text.h"
#include "parts/analog_input.h"
#include "run/channel_run.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// Enough digits for any converter, few enough to read.
double readable(double value)
{
    return *parseNumber(significantText(value, 10));
}

int whole(double value)
{
    return static_cast<int>(std::lround(std::clamp(value, -1e9, 1e9)));
}

/// A thermistor's curve at three temperatures of the wished range.
SteinhartHart throughThermistor(const PlainChannel& c)
{
    std::array<ResistanceAt, 3> points;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const double kelvin = c.from + (c.to - c.from) * static_cast<double>(i) / 2;
        points[i] = {kelvin, sensorOutput(c.input, kelvin)};
    }
    const auto through = steinhartHartThrough(points);
    return through ? *through : SteinhartHart{};
}

} // namespace

ScalingSpec scalingStart(const PlainChannel& c, ScalingKind kind)
{
    ScalingSpec spec;
    spec.kind = kind;
    const auto scaling = scalingOf(c);
    auto low = std::round(nominalReading(c, c.from));
    auto high = std::round(nominalReading(c, c.to));
    if (low > high)
        std::swap(low, high);
    if (low == high)
        high = low + 1;
    const auto valueAt = [&](double reading) {
        const double value = scaledCode(scaling, NumberKind::Float64, reading);
        return readable(std::isnan(value) ? 0 : value);
    };
    const bool isLine = scaling.form == ScalingForm::Curve && !isResistive(scaling.sensor);
    const double gain = isLine ? scaling.gain : (valueAt(high) - valueAt(low)) / (high - low);
    spec.gain = readable(gain);
    spec.offset = readable(isLine ? scaling.offset : valueAt(low) - gain * low);
    switch (kind) {
    case ScalingKind::FromParts:
        return {};
    case ScalingKind::Linear:
        break;
    case ScalingKind::Ratio:
        spec.per = isConverted(c.source.kind) ? converterOf(c).divisor() : 1;
        spec.value = readable(valueAt(high) / high * spec.per);
        break;
    case ScalingKind::TwoPoints:
        spec.points = {{low, valueAt(low)}, {high, valueAt(high)}};
        break;
    case ScalingKind::Polynomial:
        spec.coefficients = {spec.offset, spec.gain};
        break;
    case ScalingKind::Table: {
        constexpr int points = 5;
        for (int i = 0; i < points; ++i) {
            const double reading = std::round(low + (high - low) * i / (points - 1));
            if (spec.points.empty() || reading > spec.points.back().x)
                spec.points.push_back({reading, valueAt(reading)});
        }
        break;
    }
    case ScalingKind::RangeMap:
        spec.map = {whole(low), whole(high), whole(valueAt(low)), whole(valueAt(high))};
        break;
    case ScalingKind::SteinhartHart:
        spec.steinhartHart = throughThermistor(c);
        break;
    case ScalingKind::Formula:
        spec.formula = fmt::format("{} * {}", scalingVariable, shortestText(spec.gain));
        if (spec.offset != 0)
            spec.formula += fmt::format(
                " {} {}", spec.offset < 0 ? '-' : '+', shortestText(std::fabs(spec.offset)));
        break;
    }
    return spec;
}

} // namespace fern
