#include "base/quantity.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

const Quantity ohms{68, "kohm"};

TEST(Quantity, ReadsWhatMakersType)
{
    EXPECT_EQ(*parseQuantity("68k", ohms), (Quantity{68, "kohm"}));
    EXPECT_EQ(*parseQuantity("4k7", ohms), (Quantity{4.7, "kohm"}));
    EXPECT_EQ(*parseQuantity("2M2", ohms), (Quantity{2.2, "Mohm"}));
    EXPECT_EQ(*parseQuantity("1R5", ohms), (Quantity{1.5, "ohm"}));
    EXPECT_EQ(*parseQuantity(" 47 kΩ ", ohms), (Quantity{47, "kohm"}));
    EXPECT_EQ(*parseQuantity("470ohm", ohms), (Quantity{470, "ohm"}));
    EXPECT_EQ(*parseQuantity("12", ohms), (Quantity{12, "kohm"})); // in the unit that stands there
    EXPECT_EQ(*parseQuantity("3.3 V", {5, "V"}), (Quantity{3.3, "V"}));
    EXPECT_EQ(*parseQuantity("250 ms", {1, "s"}), (Quantity{250, "ms"}));
    EXPECT_EQ(*parseQuantity("0.1 uF", {1, "F"}), (Quantity{0.1, "uF"}));
    EXPECT_EQ(*parseQuantity("1e3", {1, "s"}), (Quantity{1000, "s"}));
    EXPECT_EQ(*parseQuantity("-40 degC", {20, "degC"}), (Quantity{-40, "degC"}));
    EXPECT_EQ(inSi(*parseQuantity("-40 C", {20, "degC"})), inSi(Quantity{-40, "degC"}));
    EXPECT_EQ(inSi(*parseQuantity("68F", {20, "degC"})), inSi(Quantity{68, "degF"}));
    EXPECT_EQ(*parseQuantity("2 F", {1, "uF"}), (Quantity{2, "F"}))
        << "of a capacitor it is a farad";
    EXPECT_FALSE(parseQuantity("20 C", {1, "V"}));
    EXPECT_EQ(*parseQuantity("7 knot", {10, "km/h"}), (Quantity{7, "knot"}));
}

TEST(Quantity, SaysWhatIsAccepted)
{
    EXPECT_EQ(parseQuantity("4,7k", ohms).error().message,
        "\"4,7k\" has a comma; the decimal mark is a point: type a number with a unit, such as "
        "\"68 kΩ\"");
    EXPECT_EQ(parseQuantity("3 V", ohms).error().message,
        "\"3 V\" is not in a unit like kΩ: type a number with a unit, such as \"68 kΩ\"");
    EXPECT_EQ(parseQuantity("soon", {500, "ms"}).error().message,
        "\"soon\" is not understood: type a number with a unit, such as \"500 ms\"");
    for (const char* wrong :
        {"", "k", "4k7k", "1.2.3", "--4", "4k7.2", "nan", "inf", "1e999", "0x10"})
        EXPECT_FALSE(parseQuantity(wrong, ohms)) << wrong;
}

RC_GTEST_PROP(Quantity, ReadsItsOwnText, ())
{
    const Quantity q{
        *rc::gen::map(rc::gen::inRange(-100000, 100000), [](int n) { return n / 64.0; }),
        *rc::gen::element<std::string>(
            "kohm", "Mohm", "ohm", "V", "mV", "uF", "ms", "km/h", "degC")};
    RC_ASSERT(*parseQuantity(toText(q), {1, q.unit}) == q);
}

TEST(Quantity, IsWrittenForPeopleWithoutAnExponent)
{
    EXPECT_EQ(toText(Quantity{100000, "kohm"}), "100000 kΩ");
    EXPECT_EQ(toText(Quantity{400000, "Hz"}), "400000 Hz");
    EXPECT_EQ(toText(Quantity{0.00002, "A"}), "0.00002 A");
    EXPECT_EQ(toText(Quantity{-0.1, "V"}), "-0.1 V");
    EXPECT_EQ(toText(Quantity{0, "V"}), "0 V");
    EXPECT_EQ(toText(Quantity{1e12, "Hz"}), "1e+12 Hz");
}

} // namespace
} // namespace fern
