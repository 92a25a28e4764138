#include "reading/check_digit.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <string>

namespace fern {
namespace {

// Sources: the example of the GS1 help on check digits and the figure of the GS1 General
// Specifications (from memory); the others by python3-stdnum.
TEST(CheckDigit, AgreesWithPublishedNumbers)
{
    for (const auto* number : {"6291041500213", "4006381333931", "1234567890128", "0000000000000",
             "9999999999994", "2000000000015", "73513537", "12345670", "036000291452",
             "012345678905", "123456789012", "376104250021234569"})
        EXPECT_TRUE(isGs1Number(number)) << number;
    for (const auto* number :
        {"6291041500214", "4006381333913", "036000291425", "7351353", "", "73513537 ", "7351353x"})
        EXPECT_FALSE(isGs1Number(number)) << number;
    // UPC-A is EAN-13 with a zero before it.
    EXPECT_EQ(gs1CheckDigit("03600029145"), gs1CheckDigit("003600029145"));
    EXPECT_EQ(gs1CheckDigit("12a"), std::nullopt);
}

// Every single wrong digit is found; neighbours that differ by five and are swapped are not.
RC_GTEST_PROP(CheckDigit, FindsEverySingleWrongDigit, ())
{
    std::string body;
    for (int i = 0; i < 12; ++i)
        body += static_cast<char>('0' + *rc::gen::inRange(0, 10));
    auto number = body + static_cast<char>('0' + *gs1CheckDigit(body));
    RC_ASSERT(isGs1Number(number));
    const auto at = *rc::gen::inRange<std::size_t>(0, number.size());
    const auto digit = static_cast<char>('0' + *rc::gen::inRange(0, 10));
    RC_PRE(digit != number[at]);
    number[at] = digit;
    RC_ASSERT(!isGs1Number(number));
    RC_ASSERT(gs1CheckDigit("160000000000") == gs1CheckDigit("610000000000"));
}

} // namespace
} // namespace fern
