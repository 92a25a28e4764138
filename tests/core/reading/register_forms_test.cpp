#include "reading/register_forms.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

using Bytes = std::vector<std::uint8_t>;

// Source: the data register of 10-bit converters with left and right adjustment, arithmetic of the
// published register layout.
TEST(RegisterForms, JustifyTenBitsBothWays)
{
    EXPECT_EQ(registerForms(677, 10).right, (Bytes{0x02, 0xA5}));
    EXPECT_EQ(registerForms(677, 10).left, (Bytes{0xA9, 0x40}));
    EXPECT_EQ(registerForms(511, 10).left, (Bytes{0x7F, 0xC0}));
    EXPECT_EQ(registerForms(1023, 10).right, (Bytes{0x03, 0xFF}));
    EXPECT_EQ(registerForms(1, 10).left, (Bytes{0x00, 0x40}));
}

TEST(RegisterForms, SpellBitsNibblesAndHex)
{
    const auto forms = registerForms(3241, 12);
    EXPECT_EQ(forms.bits, "1100 1010 1001");
    EXPECT_EQ(forms.nibbles, (Bytes{12, 10, 9}));
    EXPECT_EQ(forms.hex, "CA9");
    EXPECT_EQ(registerForms(5, 10).bits, "00 0000 0101");
    EXPECT_EQ(registerForms(0x123456, 24).left, (Bytes{0x12, 0x34, 0x56}));
    EXPECT_EQ(registerForms(255, 8).right, (Bytes{0x00, 0xFF})); // never fewer than two bytes
}

RC_GTEST_PROP(RegisterForms, ReadBackFromBothJustifications, ())
{
    const int bits = *rc::gen::inRange(4, 25);
    const auto code = *rc::gen::inRange<std::int64_t>(0, std::int64_t{1} << bits);
    const auto forms = registerForms(code, bits);
    RC_ASSERT(codeOfRight(forms.right) == code);
    RC_ASSERT(codeOfLeft(forms.left, bits) == code);
    RC_ASSERT(std::stoll(forms.hex, nullptr, 16) == code);
}

// Source: adc-signed-codes.csv of the reference sheets.
TEST(RegisterForms, SignedCodesStandLeftJustified)
{
    const struct {
        std::vector<std::uint8_t> bytes;
        int bits, code;
    } known[] = {{{0x7F, 0xFF}, 16, 32767}, {{0x80, 0x00}, 16, -32768}, {{0xFF, 0xFF}, 16, -1},
        {{0x7F, 0xF0}, 12, 2047}, {{0x80, 0x00}, 12, -2048}, {{0xFF, 0xF0}, 12, -1},
        {{0xE0, 0xC0}, 12, -500}};
    for (const auto& k : known) {
        EXPECT_EQ(signExtended(codeOfLeft(k.bytes, k.bits), k.bits), k.code);
        EXPECT_EQ(registerForms(k.code, k.bits).left, k.bytes);
    }
}

} // namespace
} // namespace fern
