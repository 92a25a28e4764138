#include "parts/pin_spec.h"

#include "base/split.h"

#include <fmt/format.h>

namespace fern {

std::string roleWords(PinRoles roles)
{
    std::string words;
    for (std::size_t i = 0; i < pinRoleWords.size(); ++i)
        if ((roles & bitOf(static_cast<PinRole>(i))) != 0)
            words += (words.empty() ? "" : " ") + std::string(pinRoleWords[i]);
    return words;
}

Result<PinRoles> parseRoles(std::string_view words)
{
    PinRoles roles = 0;
    for (const auto word : splitAtBlanks(words)) {
        std::size_t i = 0;
        while (i < pinRoleWords.size() && pinRoleWords[i] != word)
            ++i;
        if (i == pinRoleWords.size())
            return Error{ErrorCode::Malformed,
                fmt::format("\"{}\" is no role of a pin, such as {}", word,
                    roleWords(~PinRoles{0} >> (32 - pinRoleWords.size()))),
                ""};
        roles |= bitOf(static_cast<PinRole>(i));
    }
    return roles;
}

} // namespace fern
