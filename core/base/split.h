#pragma once
// Texts of several words.

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns the words of a text that stand between any of the separators; none of them is empty.
inline std::vector<std::string_view> splitAtAny(std::string_view text, std::string_view separators)
{
    std::vector<std::string_view> words;
    while (!text.empty()) {
        const auto end = text.substr(0, text.find_first_of(separators)).size();
        if (end > 0)
            words.push_back(text.substr(0, end));
        text.remove_prefix(end < text.size() ? end + 1 : end);
    }
    return words;
}

inline std::vector<std::string_view> splitAtBlanks(std::string_view text)
{
    return splitAtAny(text, " \t\r\n");
}

/// Returns every field of a text, empty ones too; at least one.
inline std::vector<std::string> splitAt(std::string_view text, char separator)
{
    std::vector<std::string> fields;
    while (true) {
        const auto end = text.find(separator);
        fields.emplace_back(text.substr(0, end));
        if (end == std::string_view::npos)
            return fields;
        text.remove_prefix(end + 1);
    }
}

} // namespace fern
