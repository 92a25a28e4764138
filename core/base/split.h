#pragma once
// Texts of several words.

#include <string_view>
#include <vector>

namespace fern {

/// Returns the words of a text that stand between blanks; none of them is empty.
inline std::vector<std::string_view> splitAtBlanks(std::string_view text)
{
    std::vector<std::string_view> words;
    while (!text.empty()) {
        const auto end = text.substr(0, text.find_first_of(" \t\r\n")).size();
        if (end > 0)
            words.push_back(text.substr(0, end));
        text.remove_prefix(end < text.size() ? end + 1 : end);
    }
    return words;
}

} // namespace fern
