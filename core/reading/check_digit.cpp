#include "reading/check_digit.h"

#include <algorithm>
#include <array>

namespace fern {

std::optional<int> gs1CheckDigit(std::string_view body)
{
    if (body.empty())
        return std::nullopt;
    int sum = 0;
    int weight = 3;
    for (auto digit = body.rbegin(); digit != body.rend(); ++digit) {
        if (*digit < '0' || *digit > '9')
            return std::nullopt;
        sum += (*digit - '0') * weight;
        weight = 4 - weight;
    }
    return (10 - sum % 10) % 10;
}

bool isGs1Number(std::string_view text)
{
    constexpr std::array<std::size_t, 5> lengths{8, 12, 13, 14, 18};
    if (std::find(lengths.begin(), lengths.end(), text.size()) == lengths.end())
        return false;
    const auto digit = gs1CheckDigit(text.substr(0, text.size() - 1));
    return digit && text.back() == '0' + *digit;
}

} // namespace fern
