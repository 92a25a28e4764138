#include "base/c_text.h"

#include <fmt/format.h>

namespace fern {

std::string identifierInC(std::string_view name)
{
    std::string text;
    for (const char c : name) {
        const bool digit = c >= '0' && c <= '9';
        const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
        if (letter || (digit && !text.empty()))
            text += letter ? static_cast<char>(c | 0x20) : c;
        else if (!text.empty() && text.back() != '_')
            text += '_';
    }
    while (!text.empty() && text.back() == '_')
        text.pop_back();
    return text.empty() ? "channel" : text;
}

std::string commentInC(std::string_view text)
{
    std::string comment;
    for (const char c : text) {
        const bool isControl = static_cast<unsigned char>(c) < 0x20 || c == 0x7F;
        if (c == '/' && !comment.empty() && comment.back() == '*')
            comment += ' ';
        comment += isControl ? ' ' : c;
    }
    return comment;
}

std::string numberInC(double value, bool isFloat)
{
    auto text =
        isFloat ? fmt::format("{:.9g}", static_cast<float>(value)) : fmt::format("{:.17g}", value);
    if (text.find_first_of(".e") == std::string::npos)
        text += ".0";
    return isFloat ? text + "f" : text;
}

std::string listInC(const std::vector<double>& values, bool isFloat)
{
    std::string text = "{";
    for (std::size_t i = 0; i < values.size(); ++i)
        text += (i > 0 ? ", " : "") + numberInC(values[i], isFloat);
    return text + "}";
}

} // namespace fern
