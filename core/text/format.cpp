#include "text/format.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

constexpr int longestNumber = 40;

/// Writes the number right-aligned in `width` cells; false when it does not fit.
bool formatNumber(std::string& cells, double value, const TextSpec& spec, NumberKind kind)
{
    const int toLeft = spec.align == Align::Left;
    const int withZeros = spec.pad == Pad::Zero;
    const auto width = static_cast<int>(cells.size());
    const char mark = spec.overflow[0];
    return kind == NumberKind::Float32
        ? f32::ft_format(cells.data(), width, static_cast<float>(value), spec.decimals, toLeft,
              withZeros, mark)
            != 0
        : f64::ft_format(cells.data(), width, value, spec.decimals, toLeft, withZeros, mark) != 0;
}

std::string affixOf(const TextSpec& spec)
{
    return spec.unitShown.empty() ? "" : " " + spec.unitShown;
}

} // namespace

int cellCount(std::string_view text)
{
    return static_cast<int>(std::count_if(text.begin(), text.end(),
        [](char c) { return (static_cast<unsigned char>(c) & 0xC0U) != 0x80U; }));
}

std::string formatText(double value, const TextSpec& spec, NumberKind kind, ValueState state)
{
    const auto width = static_cast<std::size_t>(spec.width);
    const auto affix = affixOf(spec);
    const auto affixCells = static_cast<std::size_t>(cellCount(affix));
    const std::string overflow(width, spec.overflow[0]);
    if (affixCells >= width)
        return overflow;
    const auto& mark = state == ValueState::Stale ? spec.stale
        : state == ValueState::NotYet             ? spec.notYet
                                                  : spec.invalid;
    std::string number(width - affixCells, mark[0]);
    if (state == ValueState::Valid && !std::isnan(value)
        && !formatNumber(number, value, spec, kind))
        return overflow;
    if (spec.align == Align::Right)
        return number + affix;
    // Left: the unit follows the last digit, the blanks come behind it.
    const auto digits = number.find_last_not_of(' ') + 1;
    return number.substr(0, digits) + affix + number.substr(digits);
}

double shownValue(double value, const TextSpec& spec, NumberKind kind)
{
    if (std::isnan(value) || spec.width < cellsNeeded(value, spec, kind))
        return std::nan("");
    double power = 1;
    for (int i = 0; i < spec.decimals; ++i)
        power *= 10;
    if (kind == NumberKind::Float32) {
        f32::wide scaled = 0;
        f32::ft_round_scaled(static_cast<float>(value), spec.decimals, &scaled);
        return scaled / power;
    }
    f64::wide scaled = 0;
    f64::ft_round_scaled(value, spec.decimals, &scaled);
    return static_cast<double>(scaled) / power;
}

int cellsNeeded(double value, const TextSpec& spec, NumberKind kind)
{
    std::string cells(longestNumber, ' ');
    TextSpec wide = spec;
    wide.align = Align::Left;
    const int affix = cellCount(affixOf(spec));
    if (std::isnan(value))
        return affix + 1;
    if (!formatNumber(cells, value, wide, kind))
        return longestNumber + affix + 1;
    return static_cast<int>(cells.find_last_not_of(' ')) + 1 + affix;
}

} // namespace fern
