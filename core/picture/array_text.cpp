#include "picture/array_text.h"

#include <algorithm>
#include <cctype>
#include <charconv>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t perLine = 12;

std::string bytesInLines(std::span<const std::uint8_t> bytes)
{
    std::string text;
    for (std::size_t i = 0; i < bytes.size(); ++i)
        text += fmt::format(
            "{}0x{:02X},", i % perLine == 0 ? (i == 0 ? "    " : "\n    ") : " ", bytes[i]);
    return text;
}

std::string rowsInLines(std::span<const std::uint8_t> rows, int bits)
{
    std::string text;
    for (const auto row : rows)
        text += fmt::format("    0b{:0{}b},\n", row, bits);
    return text;
}

bool isWordCharacter(char c)
{
    return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_';
}

/// The text without comments of C and Python.
std::string withoutComments(std::string_view text)
{
    std::string kept;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto rest = text.substr(i);
        if (rest.starts_with("/*")) {
            const auto end = text.find("*/", i + 2);
            i = end == std::string_view::npos ? text.size() : end + 1;
            kept += ' ';
        } else if (rest.starts_with("//") || rest.front() == '#') {
            i = std::min(text.find('\n', i), text.size());
            kept += '\n';
        } else {
            kept += rest.front();
        }
    }
    return kept;
}

Error noArray(std::string_view what)
{
    return {ErrorCode::Malformed, std::string(what), ""};
}

Result<std::uint16_t> numberOf(std::string_view word)
{
    const auto given = word;
    int base = 10;
    if (word.starts_with("0x") || word.starts_with("0X"))
        base = 16;
    else if (word.starts_with("0b") || word.starts_with("0B"))
        base = 2;
    if (base != 10)
        word.remove_prefix(2);
    while (!word.empty() && base != 16
        && std::string_view("uUlL").find(word.back()) != std::string_view::npos)
        word.remove_suffix(1);
    while (!word.empty() && base == 16
        && std::string_view("uUlL").find(word.back()) != std::string_view::npos)
        word.remove_suffix(1);
    unsigned number = 0;
    const auto read = std::from_chars(word.data(), word.data() + word.size(), number, base);
    if (word.empty() || read.ec != std::errc() || read.ptr != word.data() + word.size())
        return noArray(fmt::format("\"{}\" is no number of an array", given.substr(0, 40)));
    if (number > 0xFFFF)
        return noArray(fmt::format("{} has more than 16 bits", given.substr(0, 40)));
    return static_cast<std::uint16_t>(number);
}

/// Numbers up to the closing bracket. A number of more than a byte makes all of them 16 bits wide.
Result<std::vector<std::uint8_t>> numbersIn(std::string_view text)
{
    std::vector<std::uint16_t> numbers;
    bool isWide = false;
    for (std::size_t i = 0; i < text.size();) {
        const char c = text[i];
        if (c == '}' || c == ']' || c == ')')
            break;
        if (!isWordCharacter(c)) {
            if (std::isspace(static_cast<unsigned char>(c)) == 0 && c != ',' && c != '{' && c != '['
                && c != '(')
                return noArray(fmt::format("“{}” stands among the numbers", c));
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end < text.size() && isWordCharacter(text[end]))
            ++end;
        const auto number = numberOf(text.substr(i, end - i));
        if (!number)
            return number.error();
        // As wide as it is written: 0x0012 is of an array of 16 bits.
        isWide = isWide || *number > 0xFF
            || (end - i == 6 && (text[i + 1] == 'x' || text[i + 1] == 'X'));
        numbers.push_back(*number);
        if (numbers.size() > mostArrayBytes)
            return noArray(fmt::format("an array has at most {} bytes", mostArrayBytes));
        i = end;
    }
    if (numbers.empty())
        return noArray("there is no number between the brackets");
    std::vector<std::uint8_t> bytes;
    for (const auto number : numbers) {
        if (isWide)
            bytes.push_back(static_cast<std::uint8_t>(number >> 8U));
        bytes.push_back(static_cast<std::uint8_t>(number & 0xFFU));
    }
    return bytes;
}

/// What stands in a Python bytes text, up to its quote.
Result<std::vector<std::uint8_t>> escapesIn(std::string_view text, char quote)
{
    std::vector<std::uint8_t> bytes;
    for (std::size_t i = 0; i < text.size() && text[i] != quote; ++i) {
        if (bytes.size() == mostArrayBytes)
            return noArray(fmt::format("an array has at most {} bytes", mostArrayBytes));
        if (text[i] != '\\') {
            bytes.push_back(static_cast<std::uint8_t>(text[i]));
            continue;
        }
        ++i;
        if (i >= text.size())
            break;
        if (text[i] == 'x') {
            unsigned number = 0;
            const auto digits = text.substr(i + 1, 2);
            const auto read =
                std::from_chars(digits.data(), digits.data() + digits.size(), number, 16);
            if (read.ptr != digits.data() + 2)
                return noArray("an escape \\x has two hexadecimal digits");
            bytes.push_back(static_cast<std::uint8_t>(number));
            i += 2;
        } else if (text[i] != '\n') {
            constexpr std::string_view letters = "ntr0\\'\"";
            constexpr std::string_view means("\n\t\r\0\\'\"", 7);
            const auto at = letters.find(text[i]);
            if (at == std::string_view::npos)
                return noArray(fmt::format("“\\{}” is no escape that is known", text[i]));
            bytes.push_back(static_cast<std::uint8_t>(means[at]));
        }
    }
    if (bytes.empty())
        return noArray("there is no byte between the quotes");
    return bytes;
}

/// Behind "name[12] =" the array begins; a list alone begins at once.
std::size_t beginOf(std::string_view text)
{
    const auto brace = text.find('{');
    if (brace != std::string_view::npos)
        return brace + 1;
    const auto equals = text.find('=');
    const auto list = text.find_first_of("[(", equals == std::string_view::npos ? 0 : equals);
    return list == std::string_view::npos ? 0 : list + 1;
}

} // namespace

std::string identifierOf(std::string_view name)
{
    std::string word;
    for (const char c : name)
        if (isWordCharacter(c) && static_cast<unsigned char>(c) < 0x80)
            word += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        else if (!word.empty() && word.back() != '_')
            word += '_';
    while (!word.empty() && word.back() == '_')
        word.pop_back();
    if (word.empty() || std::isdigit(static_cast<unsigned char>(word.front())) != 0)
        word.insert(0, "picture_");
    return word;
}

std::string arrayInC(std::string_view name, std::span<const std::uint8_t> bytes)
{
    return fmt::format("const unsigned char {}[{}] = {{\n{}\n}};\n", identifierOf(name),
        bytes.size(), bytesInLines(bytes));
}

std::string arrayInPython(std::string_view name, std::span<const std::uint8_t> bytes)
{
    return fmt::format("{} = bytes([\n{}\n])\n", identifierOf(name), bytesInLines(bytes));
}

std::string rowsInC(std::string_view name, std::span<const std::uint8_t> rows, int bits)
{
    return fmt::format("const unsigned char {}[{}] = {{\n{}}};\n", identifierOf(name), rows.size(),
        rowsInLines(rows, bits));
}

std::string rowsInPython(std::string_view name, std::span<const std::uint8_t> rows, int bits)
{
    return fmt::format("{} = bytes([\n{}])\n", identifierOf(name), rowsInLines(rows, bits));
}

Result<std::vector<std::uint8_t>> parseArray(std::string_view text)
{
    if (text.size() > longestArrayText)
        return noArray(fmt::format("the text has more than {} MB", longestArrayText / 1'000'000));
    const auto plain = withoutComments(text);
    for (const char quote : {'"', '\''}) {
        const auto literal = plain.find(fmt::format("b{}", quote));
        if (literal != std::string::npos)
            return escapesIn(std::string_view(plain).substr(literal + 2), quote);
    }
    return numbersIn(std::string_view(plain).substr(beginOf(plain)));
}

} // namespace fern
