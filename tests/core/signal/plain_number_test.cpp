// The quick reader against std::from_chars, bit for bit.

#include "signal/plain_number.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <bit>
#include <charconv>
#include <cmath>
#include <string>

namespace fern {
namespace {

/// Whether both stop at the same place of `text`, which other characters follow, with the same
/// bits.
bool agrees(const std::string& text, const std::string& behind)
{
    const auto all = text + behind;
    const char* const end = all.data() + text.size();
    double ours = 0;
    double theirs = 0;
    const char* const stop = readPlainNumber(all.data(), end, all.data() + all.size(), ours);
    const auto [other, failure] = std::from_chars(all.data(), end, theirs);
    if (failure != std::errc{} || !std::isfinite(theirs))
        return stop == nullptr;
    return stop == other
        && std::bit_cast<std::uint64_t>(ours) == std::bit_cast<std::uint64_t>(theirs);
}

RC_GTEST_PROP(PlainNumber, IsWhatTheLibraryReads, ())
{
    const auto text = *rc::gen::container<std::string>(rc::gen::element(
        '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '9', '0', '.', '-', 'e', '+', ','));
    RC_ASSERT(agrees(text, ""));
    RC_ASSERT(agrees(text, ",1234567890,1234567890"));
    RC_ASSERT(agrees(text, "5678901234567890"));
}

RC_GTEST_PROP(PlainNumber, DecimalsOfEveryLength, (unsigned whole, unsigned part, bool isNegative))
{
    const auto digits = static_cast<std::size_t>(*rc::gen::inRange(0, 9));
    auto text = (isNegative ? "-" : "") + std::to_string(whole % 100000000);
    auto behind = std::to_string(part % 100000000);
    behind.insert(0, digits > behind.size() ? digits - behind.size() : 0, '0');
    RC_ASSERT(agrees(text + "." + behind, "\n12345678901234567890"));
    RC_ASSERT(agrees(text, "\n12345678901234567890"));
    RC_ASSERT(agrees(text + ".", "\n12345678901234567890"));
}

TEST(PlainNumber, Edges)
{
    for (const char* text : {"", "-", ".", "-.5", ".5", "5.", "0", "-0", "00.10", "1e5", "1.5e-3",
             "1.5E300", "1e999", "12345678", "1234567.1234567", "12345678.5", "0.12345678", "inf",
             "nan", "0x10", "+1", " 1", "1 ", "9007199254740993", "1..2", "1.-2", "--1"})
        for (const char* behind :
            {"", "\n", ",1234567890123456", "99999999999999999", ".5.5.5.5.5.5.5.5.5.5"})
            EXPECT_TRUE(agrees(text, behind)) << text << " before " << behind;
}

} // namespace
} // namespace fern
