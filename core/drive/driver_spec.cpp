#include "drive/spec.h"

#include "base/split.h"

#include <algorithm>

namespace fern {

std::string mistakesText(DriverMistakes mistakes)
{
    std::string text;
    for (std::size_t i = 0; i < driverMistakeWords.size(); ++i)
        if ((mistakes & bitOf(static_cast<DriverMistake>(i))) != 0)
            text.append(text.empty() ? "" : " ").append(driverMistakeWords[i]);
    return text;
}

Result<DriverMistakes> parseMistakes(std::string_view words)
{
    DriverMistakes mistakes = 0;
    for (const auto word : splitAtBlanks(words)) {
        const auto found = std::find(driverMistakeWords.begin(), driverMistakeWords.end(), word);
        if (found == driverMistakeWords.end())
            return Error{ErrorCode::InvalidArgument,
                "\"" + std::string(word) + "\" is no mistake of a driver", ""};
        mistakes |= bitOf(static_cast<DriverMistake>(found - driverMistakeWords.begin()));
    }
    return mistakes;
}

} // namespace fern
