#include "base/quantity.h"

#include "base/number_text.h"

#include <array>
#include <cassert>
#include <charconv>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// Returns the unit name without its SI prefix: "kohm" gives "ohm", "ms" gives "s", "km/h" itself.
std::string bareUnit(const std::string& unit)
{
    const auto whole = parseUnit(unit);
    assert(whole);
    if (unit.size() > 1 && unit.find('/') == std::string::npos) {
        const auto rest = parseUnit(unit.substr(1));
        const bool prefixed = rest && rest->dimension == whole->dimension && rest->shift == 0
            && std::string_view("pnumckMGT").find(unit.front()) != std::string_view::npos;
        if (prefixed)
            return unit.substr(1);
    }
    return unit;
}

/// Splits "4k7 ohm" into number characters and the rest. A prefix letter between digits is the
/// point.
struct Split {
    std::string number;
    std::string rest;
    bool isBare = false; ///< "1R5": the unit itself, without the prefix that the quantity had
};

Split split(std::string_view text)
{
    Split result;
    std::size_t i = 0;
    const auto isDigit = [&](std::size_t at) {
        return at < text.size() && text[at] >= '0' && text[at] <= '9';
    };
    while (i < text.size()) {
        const char c = text[i];
        const bool signOfExponent =
            (c == '+' || c == '-') && i > 0 && (text[i - 1] == 'e' || text[i - 1] == 'E');
        const bool exponent = (c == 'e' || c == 'E') && i > 0
            && (isDigit(i + 1)
                || (i + 1 < text.size() && (text[i + 1] == '-' || text[i + 1] == '+')
                    && isDigit(i + 2)));
        if (!(isDigit(i) || c == '.' || (i == 0 && (c == '-' || c == '+')) || signOfExponent
                || exponent))
            break;
        result.number += c;
        ++i;
    }
    std::string_view rest = text.substr(i);
    const bool letterAsPoint = rest.size() > 1 && result.number.find('.') == std::string::npos
        && !result.number.empty()
        && std::string_view("RkMGmunp").find(rest[0]) != std::string_view::npos && rest[1] >= '0'
        && rest[1] <= '9';
    if (letterAsPoint) {
        const char letter = rest[0];
        result.number += '.';
        rest.remove_prefix(1);
        while (!rest.empty() && rest[0] >= '0' && rest[0] <= '9') {
            result.number += rest[0];
            rest.remove_prefix(1);
        }
        rest = trimmed(rest);
        result.isBare = letter == 'R';
        result.rest = (result.isBare ? std::string() : std::string(1, letter)) + std::string(rest);
    } else {
        result.rest = std::string(trimmed(rest));
    }
    return result;
}

} // namespace

double inSi(const Quantity& quantity)
{
    const auto unit = parseUnit(quantity.unit);
    assert(unit);
    return toSi(quantity.value, *unit);
}

double in(const Quantity& quantity, std::string_view unit)
{
    const auto converted = convert(quantity.value, quantity.unit, unit);
    assert(converted);
    return *converted;
}

double inSi(const Difference& difference)
{
    const auto unit = parseUnit(difference.unit);
    assert(unit);
    return differenceToSi(difference.value, *unit);
}

double in(const Difference& difference, std::string_view unit)
{
    const auto target = parseUnit(unit);
    assert(target);
    return differenceFromSi(inSi(difference), *target);
}

Result<Quantity> parseQuantity(std::string_view text, const Quantity& like)
{
    const auto bare = bareUnit(like.unit);
    const auto refuse = [&](std::string_view reason) {
        return Error{ErrorCode::InvalidArgument,
            fmt::format("\"{}\" {}: type a number with a unit, such as \"{}\"", trimmed(text),
                reason, toText(like)),
            ""};
    };
    const auto wanted = parseUnit(like.unit);
    assert(wanted);
    if (text.find(',') != std::string_view::npos)
        return refuse("has a comma; the decimal mark is a point");
    const auto [numberText, rest, isBare] = split(trimmed(text));
    const auto number = parseNumber(numberText);
    if (!number)
        return refuse("is not understood");
    if (rest.empty())
        return Quantity{*number, isBare ? bare : like.unit};
    // "68k" means 68 k of the bare unit; "68 kohm" says it in full. Of a temperature "20 C" lacks
    // its sign.
    for (const auto& candidate : {rest, rest + bare, "°" + rest}) {
        const auto unit = parseUnit(candidate);
        if (unit && unit->dimension == wanted->dimension)
            return Quantity{*number, unit->name};
    }
    if (parseUnit(rest))
        return refuse(fmt::format("is not in a unit like {}", prettyUnit(like.unit)));
    return refuse("is not understood");
}

Result<Difference> parseDifference(std::string_view text, const Difference& like)
{
    const auto read = parseQuantity(text, {like.value, like.unit});
    if (!read)
        return read.error();
    return Difference{read->value, read->unit};
}

namespace {

/// The shortest digits that read back equal, without an exponent while that is fit for people.
std::string plainText(double value)
{
    const double size = std::fabs(value);
    if (size != 0 && (size < 1e-6 || size >= 1e9))
        return shortestText(value);
    std::array<char, 32> buffer{};
    const auto end =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed)
            .ptr;
    return {buffer.data(), end};
}

} // namespace

std::string toText(const Quantity& quantity)
{
    return plainText(quantity.value) + " " + prettyUnit(quantity.unit);
}

std::string toText(const Difference& difference)
{
    return toText(Quantity{difference.value, difference.unit});
}

} // namespace fern
