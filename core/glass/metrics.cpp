#include "glass/metrics.h"

#include "base/utf8.h"
#include "glass/character_rom.h"
#include "glass/parts/segment_shapes.h"
#include "glass/pixel_font.h"

#include <array>
#include <tuple>
#include <utility>

namespace fern {

namespace {

/// Columns and rows of a shape.
struct Size {
    std::pair<int, int> operator()(const MonoOledSpec& s) const { return {s.columns, s.rows}; }
    std::pair<int, int> operator()(const MonoLcdSpec& /*s*/) const { return {84, 48}; }
    std::pair<int, int> operator()(const CharacterLcdSpec& s) const { return {s.columns, s.rows}; }
    std::pair<int, int> operator()(const TwoWireDigitsSpec& s) const { return {s.digits, 1}; }
    std::pair<int, int> operator()(const ShiftDigitsSpec& /*s*/) const { return {8, 1}; }
    std::pair<int, int> operator()(const LedMatrixSpec& s) const { return {8 * s.modules, 8}; }
    std::pair<int, int> operator()(const ColourPanelSpec& s) const
    {
        return s.isLandscape ? std::pair(s.glassRows, s.glassColumns)
                             : std::pair(s.glassColumns, s.glassRows);
    }
    std::pair<int, int> operator()(const PaperSpec& s) const { return {s.columns, s.rows}; }
    std::pair<int, int> operator()(const SegmentGlassSpec& s) const { return {s.digits, 1}; }
};

bool hasCharacter(const GlassMetrics& metrics, char32_t character, std::string_view font)
{
    switch (metrics.unit) {
    case GlassUnit::Pixels: {
        const auto* found = findPixelFont(font);
        return found != nullptr && !glyphRows(*found, character).empty();
    }
    case GlassUnit::Cells:
        return codeOfCharacter(metrics.rom, character).has_value();
    case GlassUnit::Digits:
        return character == U'.' || character == U':'
            || (character < 0x80 && segmentsOf(static_cast<char>(character)) != noSegments);
    }
    return false;
}

} // namespace

GlassMetrics metricsOf(const DisplaySpec& spec)
{
    constexpr int dotsOfDigit = 7; // of the eight rows of a cell
    const double size = inSi(spec.size);
    GlassMetrics metrics;
    metrics.unit = traitsOf(spec.kind()).unit;
    std::tie(metrics.columns, metrics.rows) = std::visit(Size{}, spec.shape);
    // Cells and digits that are turned are read with the head turned.
    if (metrics.unit == GlassUnit::Pixels && isSideways(spec.turned))
        std::swap(metrics.columns, metrics.rows);
    if (const auto* cells = std::get_if<CharacterLcdSpec>(&spec.shape))
        metrics.rom = cells->rom;
    metrics.pitch = metrics.unit == GlassUnit::Digits ? 0 : size;
    metrics.characterHeight = metrics.unit == GlassUnit::Digits ? size
        : metrics.unit == GlassUnit::Cells                      ? dotsOfDigit * size
                                                                : 0;
    return metrics;
}

std::string_view unitWord(GlassUnit unit)
{
    constexpr std::array<std::string_view, 3> words{"pixel", "cell", "digit"};
    return words[static_cast<std::size_t>(unit)];
}

int placesOf(const GlassMetrics& metrics, std::string_view text)
{
    const auto all = codePoints(text);
    if (metrics.unit != GlassUnit::Digits)
        return static_cast<int>(all.size());
    int places = 0;
    bool hasDigit = false; // before it, without a point yet
    for (const auto c : all) {
        const bool isPoint = (c == U'.' || c == U':') && hasDigit;
        places += isPoint ? 0 : 1;
        hasDigit = !isPoint && c != U'.';
    }
    return places;
}

std::string firstLacking(const GlassMetrics& metrics, std::string_view text, std::string_view font)
{
    for (const auto c : codePoints(text))
        if (c >= U' ' && !hasCharacter(metrics, c, font)) {
            std::string character;
            appendUtf8(character, c);
            return character;
        }
    return {};
}

} // namespace fern
