#include "base/number_text.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace fern {

std::string shortestText(double value)
{
    std::array<char, 32> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value).ptr;
    return {buffer.data(), end};
}

std::optional<double> parseNumber(std::string_view text)
{
    const bool hasPlus = text.starts_with('+');
    if (hasPlus)
        text.remove_prefix(1);
    if (hasPlus && (text.starts_with('+') || text.starts_with('-')))
        return std::nullopt;
    double value = 0;
    const auto [end, failure] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (failure != std::errc{} || end != text.data() + text.size() || !std::isfinite(value))
        return std::nullopt;
    return value;
}

std::string_view trimmed(std::string_view text)
{
    constexpr std::string_view blanks = " \t\r\n";
    const auto first = text.find_first_not_of(blanks);
    if (first == std::string_view::npos)
        return {};
    return text.substr(first, text.find_last_not_of(blanks) - first + 1);
}

std::string significantText(double value, int digits)
{
    if (value == 0 || !std::isfinite(value))
        return shortestText(value == 0 ? 0 : value);
    const auto scientific = fmt::format("{:.{}e}", value, digits - 1);
    const double rounded = *parseNumber(scientific);
    const int exponent = static_cast<int>(std::floor(std::log10(std::fabs(rounded)) + 1e-9));
    auto text = fmt::format("{:.{}f}", rounded, std::max(0, digits - 1 - exponent));
    // "2", not "2.00": the digits say how far the number is to be read, not how it was measured.
    if (text.find('.') != std::string::npos) {
        text.erase(text.find_last_not_of('0') + 1);
        if (text.back() == '.')
            text.pop_back();
    }
    return text;
}

std::string knownText(double value, double uncertainty)
{
    constexpr int most = 7;
    if (!(uncertainty > 0) || value == 0)
        return significantText(value, most);
    const auto placeOf = [](double x) { return static_cast<int>(std::floor(std::log10(x))); };
    const int digits = placeOf(std::fabs(value)) - placeOf(uncertainty) + 2;
    return significantText(value, std::clamp(digits, 1, most));
}

std::string durationText(double seconds)
{
    const double size = std::fabs(seconds);
    constexpr double longInSeconds = 600;
    if (size >= longInSeconds && size < 1e9) {
        const auto whole = static_cast<long>(std::lround(size));
        const bool isHours = whole >= 3600;
        const auto first = isHours ? (whole + 30) / 3600 : whole / 60;
        const auto second = isHours ? (whole + 30) % 3600 / 60 : whole % 60;
        return fmt::format("{}{} {}", seconds < 0 ? "-" : "", first, isHours ? "h" : "min")
            + (second > 0 ? fmt::format(" {} {}", second, isHours ? "min" : "s") : "");
    }
    if (size >= 0.9995 || size == 0)
        return significantText(seconds, 3) + " s";
    return size >= 0.9995e-3 ? significantText(seconds * 1e3, 3) + " ms"
                             : significantText(seconds * 1e6, 3) + " µs";
}

} // namespace fern
