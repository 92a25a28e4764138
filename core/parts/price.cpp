#include "parts/price.h"

#include "base/number_text.h"

#include <algorithm>
#include <vector>

#include <fmt/format.h>

namespace fern {

namespace {

bool isOfNumber(char c)
{
    return (c >= '0' && c <= '9') || c == '.' || c == ',' || c == '-';
}

} // namespace

Result<Money> parsePrice(std::string_view text)
{
    text = trimmed(text);
    const auto from = std::find_if(text.begin(), text.end(), isOfNumber);
    const auto to = std::find_if_not(from, text.end(), isOfNumber);
    const std::string digits(from, to);
    const auto amount = parseNumber(digits);
    const auto before = trimmed({text.begin(), from});
    const auto behind = trimmed({to, text.end()});
    if (!amount || *amount < 0 || (!before.empty() && !behind.empty())
        || std::any_of(to, text.end(), isOfNumber))
        return Error{ErrorCode::InvalidArgument,
            digits.find(',') != std::string::npos
                ? fmt::format("\"{}\" has a comma; write the price with a point: 4.50 €", text)
                : fmt::format("\"{}\" is no price; write an amount and a currency: 4.50 €", text),
            ""};
    return Money{*amount, std::string(before.empty() ? behind : before)};
}

std::string sumText(std::span<const Money> prices)
{
    std::vector<Money> sums;
    for (const auto& price : prices) {
        const auto found = std::find_if(sums.begin(), sums.end(),
            [&](const Money& sum) { return sum.currency == price.currency; });
        if (found == sums.end())
            sums.push_back(price);
        else
            found->amount += price.amount;
    }
    std::string text;
    for (const auto& [amount, currency] : sums)
        text += fmt::format("{}{:.2f}{}{}", text.empty() ? "" : " + ", amount,
            currency.empty() ? "" : " ", currency);
    return text;
}

} // namespace fern
