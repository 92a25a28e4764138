#include "base/number_list.h"

#include "base/number_text.h"
#include "base/split.h"

#include <fmt/format.h>

namespace fern {

std::string wordsOf(const std::vector<double>& numbers)
{
    std::string words;
    for (const double number : numbers)
        words += (words.empty() ? "" : " ") + shortestText(number);
    return words;
}

Result<std::vector<double>> parsePositives(std::string_view words)
{
    std::vector<double> numbers;
    for (const auto word : splitAtBlanks(words)) {
        const auto number = parseNumber(word);
        if (!number || *number <= 0)
            return Error{ErrorCode::Malformed,
                fmt::format("\"{}\" is no number above zero; write some with blanks between", word),
                ""};
        numbers.push_back(*number);
    }
    return numbers;
}

} // namespace fern
