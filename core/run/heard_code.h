#pragma once
// A code that a channel of controls has given, on its way to everybody who may mean something by
// it.

#include <string_view>

namespace fern {

/// Which meanings of a code are asked for. What means something on a page that is shown means only
/// that; else what it means everywhere counts.
enum class Meanings { OfShownPages, General };

struct HeardCode {
    std::size_t channel = 0;
    std::string_view code;
    std::string_view name; ///< empty when it has none
    Meanings meanings = Meanings::General;

    /// Whether it is what somebody waits for, who waits for nothing with an empty text.
    bool isCalled(std::string_view wanted) const
    {
        return !wanted.empty() && (wanted == name || wanted == code);
    }
};

/// What somebody did with a code; of several the largest counts.
enum class Hearing {
    NotMeant,
    Refused, ///< meant, and it could do nothing, such as a step beyond the end
    Accepted,
};

} // namespace fern
