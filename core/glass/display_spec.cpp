#include "glass/display_spec.h"

#include "base/split.h"

#include <array>
#include <charconv>

#include <fmt/format.h>

namespace fern {

std::string segmentMapText(const SegmentMap& map)
{
    std::string text;
    for (const auto& place : map)
        text += (text.empty() ? "" : " ")
            + (place.isFound() ? fmt::format("{}/{}", place.line, place.backplane) : "-");
    return text;
}

Result<SegmentMap> parseSegmentMap(std::string_view text)
{
    SegmentMap map;
    for (const auto word : splitAtBlanks(text)) {
        auto& place = map.emplace_back();
        if (word == "-")
            continue;
        const auto* end = word.data() + word.size();
        const auto line = std::from_chars(word.data(), end, place.line);
        const bool hasSlash = line.ec == std::errc() && line.ptr != end && *line.ptr == '/';
        const auto plane = std::from_chars(hasSlash ? line.ptr + 1 : end, end, place.backplane);
        if (plane.ec != std::errc() || plane.ptr != end || !place.isFound())
            return Error{ErrorCode::InvalidArgument,
                fmt::format("\"{}\" is no place of a segment: write line and backplane, 1/2", word),
                ""};
    }
    return map;
}

namespace {

template <std::size_t... Index> DisplayShape shapeAt(std::size_t at, std::index_sequence<Index...>)
{
    DisplayShape shape;
    ((Index == at ? static_cast<void>(shape.emplace<Index>()) : void()), ...);
    return shape;
}

using I = DisplayInterface;
constexpr std::array oledInterfaces{I::I2c, I::Spi};
constexpr std::array cellInterfaces{I::I2c, I::FourBit, I::EightBit};
constexpr std::array spi{I::Spi};
constexpr std::array twoWire{I::TwoWire};
constexpr std::array direct{I::Direct};

const std::array<DisplayTraits, displayKinds> traits{{
    {GlassUnit::Pixels, oledInterfaces, true},
    {GlassUnit::Pixels, spi, true},
    {GlassUnit::Cells, cellInterfaces, true},
    {GlassUnit::Digits, twoWire, true},
    {GlassUnit::Digits, spi, true},
    {GlassUnit::Pixels, spi, true},
    {GlassUnit::Pixels, spi, true},
    {GlassUnit::Pixels, spi, false},
    {GlassUnit::Digits, direct, false},
}};

} // namespace

DisplayShape shapeOf(DisplayKind kind)
{
    return shapeAt(static_cast<std::size_t>(kind), std::make_index_sequence<displayKinds>());
}

const DisplayTraits& traitsOf(DisplayKind kind)
{
    return traits[static_cast<std::size_t>(kind)];
}

Quantity usualInterval(const DisplaySpec& display)
{
    const auto* paper = std::get_if<PaperSpec>(&display.shape);
    if (paper == nullptr)
        return {500, "ms"};
    if (display.leastInterval.value > 0)
        return display.leastInterval;
    constexpr double leisure = 10; // times as long as it refreshes
    const auto& refresh =
        paper->partialRefresh.value > 0 ? paper->partialRefresh : paper->fullRefresh;
    return {leisure * inSi(refresh), "s"};
}

} // namespace fern
