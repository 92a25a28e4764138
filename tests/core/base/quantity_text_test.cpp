#include "base/quantity_text.h"

#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

std::string difference(double value, const char* unit, int digits = 2)
{
    const auto u = *parseUnit(unit);
    return quantityText(differenceToSi(value, u), u, digits);
}

// The prefixes of the SI Brochure (9th ed., table 7) on the units that take them.
TEST(QuantityText, TakesThePrefixThatReadsBest)
{
    EXPECT_EQ(difference(0.0000071, "kg"), "7.1 mg");
    EXPECT_EQ(difference(0.00067, "V"), "0.67 mV");
    EXPECT_EQ(difference(0.19, "V"), "0.19 V");
    EXPECT_EQ(difference(0.099, "V"), "99 mV");
    EXPECT_EQ(difference(999, "ohm", 3), "999 Ω");
    EXPECT_EQ(difference(8000, "ohm"), "8 kΩ");
    EXPECT_EQ(difference(150000, "ohm"), "150 kΩ");
    EXPECT_EQ(difference(1e9, "kohm"), "1 TΩ");
    EXPECT_EQ(difference(0.05, "kohm"), "50 Ω");
    EXPECT_EQ(difference(-0.0000021, "F"), "-2.1 µF");
    EXPECT_EQ(difference(0.05, "m"), "50 mm");
    EXPECT_EQ(difference(0.05, "cm"), "0.5 mm");
    EXPECT_EQ(difference(1200, "mAh", 3), "1.2 Ah");
}

TEST(QuantityText, LeavesUnitsThatTakeNone)
{
    EXPECT_EQ(difference(0.019, "degC"), "0.019 °C");
    EXPECT_EQ(difference(0.002, "km/h"), "0.002 km/h");
    EXPECT_EQ(difference(2500, "%"), "2500 %");
    EXPECT_EQ(difference(0.004, "hPa"), "0.004 hPa");
    EXPECT_EQ(difference(3600, "s", 4), "3600 s") << "no kiloseconds";
    EXPECT_EQ(difference(0, "V"), "0 V");
    EXPECT_EQ(quantityText(std::nan(""), *parseUnit("V")), "nan V");
    EXPECT_EQ(quantityText(2.5, Unit{}), "2.5");
}

TEST(QuantityText, AValueKnowsItsZero)
{
    EXPECT_EQ(valueText(294.65, *parseUnit("degC")), "21.5 °C");
    EXPECT_EQ(valueText(0.0125, *parseUnit("V")), "12.5 mV");
    EXPECT_EQ(voltsText(0, 0.01), "0 … 10 mV");
    EXPECT_EQ(quantitiesText(-2000, 500, *parseUnit("ohm")), "-2 … 0.5 kΩ");
    EXPECT_EQ(countText(1, "point"), "1 point");
    EXPECT_EQ(countText(0, "point"), "0 points");
}

} // namespace
} // namespace fern
