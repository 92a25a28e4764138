#pragma once
// Prices as makers write them: an amount and any currency.

#include "base/result.h"

#include <span>
#include <string>
#include <string_view>

namespace fern {

struct Money {
    double amount = 0;
    std::string currency; ///< "€", "EUR"; empty when only a number was typed

    bool operator==(const Money&) const = default;
};

/// Reads "4.50 €", "€4.50" or "4.50". Error when there is no number, two of them, a negative one or
/// a decimal comma.
Result<Money> parsePrice(std::string_view text);

/// Returns the sums for people, one for each currency: "12.40 € + 3.00 $"; empty without prices.
std::string sumText(std::span<const Money> prices);

} // namespace fern
