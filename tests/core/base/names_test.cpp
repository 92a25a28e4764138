#include "base/names.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

TEST(Names, AKeyCodeIsOneHoweverItIsWritten)
{
    for (const char* text : {"00FF6897", "ff6897", "0xFF6897", "0x00ff6897", "FF6897"})
        EXPECT_EQ(asKeyCode(text), "00FF6897") << text;
    EXPECT_EQ(asKeyCode("0"), "00000000");
    // What is no code of 32 bits stays: a word, a label, too many digits.
    for (const char* text : {"up", "", "1FF000000", "00FF 6897", "0xUP"})
        EXPECT_EQ(asKeyCode(text), text);
}

TEST(Names, ANameIsFoundReplacedAndTakenOut)
{
    auto names = withName(withName({}, "7", "seven"), "8", "eight");
    EXPECT_EQ(nameOf(names, "8"), "eight");
    EXPECT_EQ(nameOf(names, "9"), "");
    names = withName(names, "8", "acht");
    EXPECT_EQ(nameOf(names, "8"), "acht");
    EXPECT_EQ(nameOf(withName(names, "7", ""), "7"), "");
    EXPECT_EQ(names.size(), 2U);
}

} // namespace
} // namespace fern
