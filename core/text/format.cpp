#include "text/format.h"

#include "base/utf8.h"

#include <algorithm>
#include <cmath>
#include <cstdint>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr int longestNumber = 40;

/// Writes digits into the cells as the spec aligns them; false when they do not fit.
bool placeDigits(std::string& cells, const std::string& digits, const TextSpec& spec)
{
    if (digits.size() > cells.size())
        return false;
    const bool isNegative = digits.front() == '-';
    const char pad = spec.pad == Pad::Zero && spec.align == Align::Right ? '0' : ' ';
    const std::string blanks(cells.size() - digits.size(), pad);
    cells = spec.align == Align::Left ? digits + blanks
        : pad == '0' && isNegative    ? "-" + blanks + digits.substr(1)
                                      : blanks + digits;
    return true;
}

/// The whole seconds that a time form writes: cut at whole milliseconds, or rounded to its last
/// place before it is split.
long long wholeSeconds(double seconds, const TextSpec& spec)
{
    const auto milliseconds = static_cast<long long>(std::trunc(std::round(seconds * 1e6) / 1e3));
    if (!spec.isRounded)
        return milliseconds / 1000;
    const auto place = static_cast<long long>(digitWorth(spec)) * 1000;
    const auto half = milliseconds < 0 ? -place / 2 : place / 2;
    return (milliseconds + half) / place * place / 1000;
}

/// Whole seconds as m:ss, h:mm:ss or h:mm.
std::string clockDigits(long long whole, TextForm form)
{
    const auto size = whole < 0 ? -whole : whole;
    const std::string sign = whole < 0 ? "-" : "";
    switch (form) {
    case TextForm::MinutesSeconds:
        return fmt::format("{}{}:{:02}", sign, size / 60, size % 60);
    case TextForm::HoursMinutes:
        return fmt::format("{}{}:{:02}", sign, size / 3600, size / 60 % 60);
    default:
        return fmt::format("{}{}:{:02}:{:02}", sign, size / 3600, size / 60 % 60, size % 60);
    }
}

constexpr double mostSeconds = 9e12; // beyond it a double holds no milliseconds

/// Writes the value into the cells; false when it does not fit.
bool formatNumber(std::string& cells, double value, const TextSpec& spec, NumberKind kind)
{
    if (isTimeForm(spec.form))
        return std::fabs(value) < mostSeconds
            && placeDigits(cells, clockDigits(wholeSeconds(value, spec), spec.form), spec);
    if (spec.form == TextForm::Hexadecimal)
        return value >= 0 && value < 0x1p53
            && placeDigits(cells,
                fmt::format("{:0{}X}", static_cast<std::uint64_t>(value), spec.decimals), spec);
    const int toLeft = spec.align == Align::Left;
    const int withZeros = spec.pad == Pad::Zero;
    const auto format = [&](auto real) {
        return Kernel<decltype(real)>::ft_format(cells.data(), static_cast<int>(cells.size()), real,
                   spec.decimals, toLeft, withZeros, spec.overflow[0])
            != 0;
    };
    return kind == NumberKind::Float32 ? format(static_cast<float>(value)) : format(value);
}

std::string affixOf(const TextSpec& spec)
{
    return spec.unitShown.empty() ? "" : " " + spec.unitShown;
}

} // namespace

int cellCount(std::string_view text)
{
    return static_cast<int>(
        std::count_if(text.begin(), text.end(), [](char c) { return !isContinuation(c); }));
}

std::string formatText(double value, const TextSpec& spec, NumberKind kind, ValueState state)
{
    const auto width = static_cast<std::size_t>(spec.width);
    const auto affix = affixOf(spec);
    const auto affixCells = static_cast<std::size_t>(cellCount(affix));
    std::string overflow(width, spec.overflow[0]);
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

std::string formatWords(std::string_view words, const TextSpec& spec, ValueState state)
{
    if (state != ValueState::Valid)
        return formatText(std::nan(""), spec, NumberKind::Float64, state);
    const auto width = static_cast<std::size_t>(spec.width);
    std::string cut(words);
    if (cellCount(words) > spec.width)
        cut = cut.substr(0, bytesOfFirst(cut, width - 1)) + spec.overflow;
    const std::string blanks(width - static_cast<std::size_t>(cellCount(cut)), ' ');
    return spec.align == Align::Left ? cut + blanks : blanks + cut;
}

double shownValue(double value, const TextSpec& spec, NumberKind kind)
{
    if (std::isnan(value) || spec.width < cellsNeeded(value, spec, kind))
        return std::nan("");
    if (isTimeForm(spec.form))
        return std::trunc(static_cast<double>(wholeSeconds(value, spec)) / digitWorth(spec))
            * digitWorth(spec);
    if (spec.form == TextForm::Hexadecimal)
        return std::trunc(value);
    double power = 1;
    for (int i = 0; i < spec.decimals; ++i)
        power *= 10;
    const auto rounded = [&](auto real) {
        typename Kernel<decltype(real)>::wide scaled = 0;
        Kernel<decltype(real)>::ft_round_scaled(real, spec.decimals, &scaled);
        return static_cast<double>(scaled) / power;
    };
    return kind == NumberKind::Float32 ? rounded(static_cast<float>(value)) : rounded(value);
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
