#include "base/names.h"

#include <algorithm>

namespace fern {

std::string asKeyCode(std::string_view text)
{
    constexpr std::size_t digits = 8;
    auto code = text.substr(text.starts_with("0x") || text.starts_with("0X") ? 2 : 0);
    code.remove_prefix(std::min(code.find_first_not_of('0'), code.size()));
    const bool isCode = !text.empty() && code.size() <= digits
        && code.find_first_not_of("0123456789ABCDEFabcdef") == std::string_view::npos;
    if (!isCode)
        return std::string(text);
    std::string all(digits - code.size(), '0');
    for (const char c : code)
        all += c >= 'a' && c <= 'f' ? static_cast<char>(c - 'a' + 'A') : c;
    return all;
}

std::string_view nameOf(const std::vector<NameSpec>& names, std::string_view code)
{
    for (const auto& name : names)
        if (name.code == code)
            return name.name;
    return {};
}

std::vector<NameSpec> withName(
    std::vector<NameSpec> names, std::string_view code, std::string_view name)
{
    const auto at =
        std::find_if(names.begin(), names.end(), [&](const NameSpec& n) { return n.code == code; });
    if (name.empty()) {
        if (at != names.end())
            names.erase(at);
    } else if (at != names.end()) {
        at->name = name;
    } else {
        names.push_back({std::string(code), std::string(name)});
    }
    return names;
}

} // namespace fern
