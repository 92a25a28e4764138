#include "base/names.h"

#include <algorithm>

namespace fern {

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
