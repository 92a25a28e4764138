#include "base/clock_time.h"

#include "base/number_text.h"
#include "base/split.h"

#include <cctype>

#include <fmt/format.h>

namespace fern {

Result<double> parseClockTime(std::string_view text)
{
    const Error noTime{ErrorCode::InvalidArgument,
        fmt::format("\"{}\" is no time such as 7:42, 7:42:30 or 95, plain seconds", text), ""};
    const auto parts = splitAt(text, ':');
    if (parts.size() == 1) {
        const auto seconds = parseNumber(text);
        if (!seconds || *seconds < 0)
            return noTime;
        return *seconds;
    }
    if (parts.size() > 3)
        return noTime;
    double units = 0;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        constexpr std::size_t most = 4; // digits of the hours
        int number = 0;
        for (const char c : parts[i]) {
            if (c < '0' || c > '9')
                return noTime;
            number = 10 * number + (c - '0');
        }
        if (parts[i].empty() || parts[i].size() > (i == 0 ? most : 2) || (i > 0 && number >= 60))
            return noTime;
        units = 60 * units + number;
    }
    return parts.size() == 2 ? 60 * units : units;
}

} // namespace fern
