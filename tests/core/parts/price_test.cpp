#include "parts/price.h"

#include <gtest/gtest.h>

#include <vector>

namespace fern {
namespace {

TEST(Price, ReadsAnAmountWithAnyCurrencyOnEitherSide)
{
    EXPECT_EQ(*parsePrice("4.50 €"), (Money{4.5, "€"}));
    EXPECT_EQ(*parsePrice(" €4.50"), (Money{4.5, "€"}));
    EXPECT_EQ(*parsePrice("12 EUR"), (Money{12, "EUR"}));
    EXPECT_EQ(*parsePrice("0"), (Money{0, ""}));
}

TEST(Price, RefusesWhatIsNoneAndSaysWhatIs)
{
    for (const auto* text : {"", "free", "4.50 € 2", "-1 €", "€ 4 each", "1.2.3", "4 €5"})
        EXPECT_FALSE(parsePrice(text)) << text;
    EXPECT_EQ(parsePrice("free").error().message,
        "\"free\" is no price; write an amount and a currency: 4.50 €");
    EXPECT_EQ(parsePrice("4,50 €").error().message,
        "\"4,50 €\" has a comma; write the price with a point: 4.50 €");
}

TEST(Price, SumsEachCurrencyByItself)
{
    const std::vector<Money> prices{{4.5, "€"}, {3, "$"}, {0.25, "€"}, {1, ""}};
    EXPECT_EQ(sumText(prices), "4.75 € + 3.00 $ + 1.00");
    EXPECT_EQ(sumText({}), "");
}

} // namespace
} // namespace fern
