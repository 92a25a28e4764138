#include "kernel/kernel_text.h"

#include "kernel/kernel_source.h"

#include <algorithm>
#include <set>

namespace fern {

namespace {

/// A function with the comment above it.
struct Function {
    std::string name;
    std::string_view text;
};

constexpr std::string_view begin = "static inline ";

bool isPartOfName(char c)
{
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_';
}

/// The name before the first parenthesis.
std::string nameOf(std::string_view function)
{
    const auto end = function.find('(', function.find(begin));
    auto from = end;
    while (from > 0 && isPartOfName(function[from - 1]))
        --from;
    return std::string(function.substr(from, end - from));
}

/// Functions end with a brace at the begin of a line; the head of the file belongs to none.
std::vector<Function> functions()
{
    std::vector<Function> all;
    constexpr std::string_view end = "\n}\n";
    auto rest = kernelSource.substr(kernelSource.find("\n\n") + 2);
    while (true) {
        const auto to = rest.find(end);
        if (to == std::string_view::npos)
            return all;
        const auto text = rest.substr(0, to + end.size());
        all.push_back({nameOf(text), text});
        rest.remove_prefix(text.size());
        rest.remove_prefix(std::min(rest.find_first_not_of('\n'), rest.size()));
    }
}

/// Replaces whole words, and the begin of those that start with "ft_".
std::string renamed(
    std::string_view text, std::string_view real, std::string_view wide, std::string_view prefix)
{
    std::string result;
    for (std::size_t i = 0; i < text.size();) {
        if (!isPartOfName(text[i])) {
            result += text[i++];
            continue;
        }
        auto end = i;
        while (end < text.size() && isPartOfName(text[end]))
            ++end;
        const auto word = text.substr(i, end - i);
        if (word.starts_with("ft_"))
            result.append(prefix).append(word.substr(2));
        else
            result += word == "real" ? real : word == "wide" ? wide : word;
        i = end;
    }
    return result;
}

} // namespace

std::string kernelFunctions(const std::vector<std::string>& names, std::string_view real,
    std::string_view wide, std::string_view prefix)
{
    std::set<std::string> wanted(names.begin(), names.end());
    const auto all = functions();
    // What a function calls stands before it.
    for (auto function = all.rbegin(); function != all.rend(); ++function)
        if (wanted.contains(function->name))
            for (const auto& called : all)
                if (function->text.find(called.name + "(") != std::string_view::npos)
                    wanted.insert(called.name);
    std::string text;
    for (const auto& function : all)
        if (wanted.contains(function.name))
            text += renamed(function.text, real, wide, prefix) + "\n";
    return text;
}

} // namespace fern
