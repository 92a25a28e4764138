#include "instrument/scaling_parameters.h"

#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "instrument/parameter_archive.h"

#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::string_view threePoints = "threePoints";

/// "0: 32650; 25: 10000; 50: 3601", in °C and ohm.
Result<SteinhartHart> throughPoints(std::string_view text)
{
    const auto pairs = parsePairs(text, false);
    if (!pairs)
        return pairs.error();
    if (pairs->items.size() != 3)
        return Error{ErrorCode::InvalidArgument,
            "three points are needed, such as 0: 32650; 25: 10000; 50: 3601 in °C and ohm", ""};
    std::array<ResistanceAt, 3> points;
    const auto celsius = *parseUnit("degC");
    for (std::size_t i = 0; i < points.size(); ++i) {
        const auto& pair = pairs->items[i].items;
        points[i] = {toSi(pair[0].number, celsius), pair[1].number};
    }
    return steinhartHartThrough(points);
}

} // namespace

std::vector<ScalingKind> scalingKindsOf(const Channel& channel)
{
    std::vector<ScalingKind> kinds;
    const bool isThermistor =
        channel.source.kind == SourceKind::Analog && channel.sensor.kind == SensorKind::Thermistor;
    for (std::size_t i = 0; i < scalingKindWords.size(); ++i)
        if (static_cast<ScalingKind>(i) != ScalingKind::SteinhartHart || isThermistor)
            kinds.push_back(static_cast<ScalingKind>(i));
    return kinds;
}

std::vector<Parameter> scalingParameters(const Channel& channel)
{
    auto copy = channel.scaling;
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, copy);
    auto rows = archive.take();
    std::erase_if(
        rows, [](const Parameter& row) { return row.path == "kind" || row.path == "calibration"; });
    for (auto& row : rows) {
        if (row.path == "formula")
            row.kind = ParameterKind::LongText;
        if (row.path == "unit" && row.text.empty())
            row.text = unitOf(channel);
    }
    if (channel.scaling.kind == ScalingKind::SteinhartHart)
        rows.push_back({std::string(threePoints), {}, "through three points, °C: ohm",
            ParameterKind::LongText, {}, {}, {}, {}, {}, {}});
    return rows;
}

Result<Instrument> withScalingParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    const auto* channel = findById(in.channels, id);
    if (channel == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no channel \"{}\"", id), ""};
    auto scaling = channel->scaling;
    scaling.calibration.clear(); // typed from now on
    if (path == threePoints) {
        const auto coefficients = throughPoints(text);
        if (!coefficients)
            return coefficients.error();
        scaling.steinhartHart = *coefficients;
        return withScaling(in, id, scaling);
    }
    ParameterArchive archive({}, {}, path, trimmed(text));
    describe(archive, scaling);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return Error{
            ErrorCode::NotFound, fmt::format("the scaling has no parameter \"{}\"", path), ""};
    return withScaling(in, id, scaling);
}

} // namespace fern
