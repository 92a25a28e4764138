#include "text/format.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

TextSpec field(int decimals, int width)
{
    TextSpec spec;
    spec.decimals = decimals;
    spec.width = width;
    return spec;
}

std::string shown(double value, int decimals, NumberKind kind = NumberKind::Float64)
{
    auto spec = field(decimals, 12);
    spec.align = Align::Left;
    auto text = formatText(value, spec, kind);
    return text.substr(0, text.find(' '));
}

// Source: std::round(value · 10^d)/10^d computed by g++ 12 (column round-scaled of the rounding
// table), without its negative zeros.
TEST(FormatText, RoundsHalfAwayOfTheScaledValue)
{
    const struct {
        double value;
        int decimals;
        const char* text;
    } known[] = {{2.675, 2, "2.68"}, {0.125, 2, "0.13"}, {1.005, 2, "1.00"}, {-0.05, 2, "-0.05"},
        {-0.05, 1, "-0.1"}, {9.995, 2, "9.99"}, {9.995, 1, "10.0"}, {0.25, 1, "0.3"},
        {0.35, 1, "0.4"}, {0.45, 1, "0.5"}, {2.5, 0, "3"}, {-0.125, 2, "-0.13"}, {-0.04, 1, "0.0"},
        {-0.004, 2, "0.00"}, {-0.0, 2, "0.00"}, {99.95, 1, "100.0"}, {0.285, 2, "0.28"},
        {2.345, 2, "2.35"}, {1.115, 2, "1.12"}, {4.35, 1, "4.4"}, {0.5, 0, "1"}, {-0.5, 0, "-1"},
        {1.5, 0, "2"}, {0.49999999999999994, 0, "0"}};
    for (const auto& [value, decimals, text] : known)
        EXPECT_EQ(shown(value, decimals), text) << value;
}

TEST(FormatText, ShowsWhatAThirtyTwoBitBoardWouldPrint)
{
    EXPECT_EQ(shown(0.285, 2, NumberKind::Float32), "0.29"); // 28.5 exactly once scaled in 32 bits
    EXPECT_EQ(shown(16777217, 0, NumberKind::Float32), "16777216");
    EXPECT_EQ(shown(3e9, 0, NumberKind::Float32), "############"); // beyond a 32-bit integer
}

TEST(FormatText, FillsExactlyTheCells)
{
    auto spec = field(1, 7);
    EXPECT_EQ(formatText(12.84, spec, NumberKind::Float32), "   12.8");
    EXPECT_EQ(formatText(-12.84, spec, NumberKind::Float32), "  -12.8");
    spec.pad = Pad::Zero;
    EXPECT_EQ(formatText(12.84, spec, NumberKind::Float32), "00012.8");
    EXPECT_EQ(formatText(-12.84, spec, NumberKind::Float32), "-0012.8");
    spec.unitShown = "°C";
    EXPECT_EQ(formatText(-2.84, spec, NumberKind::Float32), "-2.8 °C");
    spec.pad = Pad::Blank;
    spec.align = Align::Left;
    EXPECT_EQ(formatText(2.84, spec, NumberKind::Float32), "2.8 °C ");
    EXPECT_EQ(formatText(std::nan(""), spec, NumberKind::Float32), "---- °C");
    EXPECT_EQ(formatText(1234.5, spec, NumberKind::Float32), "#######");
    spec.overflow = "*";
    spec.width = 3;
    EXPECT_EQ(formatText(1, spec, NumberKind::Float32), "***"); // no cell is left for the number
}

TEST(FormatText, SaysHowManyCellsAreNeeded)
{
    EXPECT_EQ(cellsNeeded(99.94, field(1, 4), NumberKind::Float64), 4);
    EXPECT_EQ(cellsNeeded(99.95, field(1, 4), NumberKind::Float64), 5);
    EXPECT_EQ(cellsNeeded(-0.01, field(1, 4), NumberKind::Float64), 3);
    auto spec = field(0, 4);
    spec.unitShown = "km/h";
    EXPECT_EQ(cellsNeeded(18, spec, NumberKind::Float64), 7);
    EXPECT_GT(cellsNeeded(1e300, spec, NumberKind::Float64), 40);
}

RC_GTEST_PROP(FormatText, IsExactlyAsWideAsItsFieldAndReadsBack, ())
{
    const double value = *rc::gen::map(rc::gen::arbitrary<int>(), [](int n) { return n / 1000.0; });
    TextSpec spec = field(*rc::gen::inRange(0, 6), *rc::gen::inRange(1, 20));
    spec.align = *rc::gen::element(Align::Left, Align::Right);
    spec.pad = *rc::gen::element(Pad::Blank, Pad::Zero);
    const auto text = formatText(value, spec, NumberKind::Float64);
    RC_ASSERT(cellCount(text) == spec.width);
    const bool fits = cellsNeeded(value, spec, NumberKind::Float64) <= spec.width;
    RC_ASSERT(fits == (text.find('#') == std::string::npos));
    RC_ASSERT(text.find("-0.000000") == std::string::npos);
    if (fits) {
        RC_ASSERT(
            std::abs(std::stod(text) - value) <= 0.5 * std::pow(10, -spec.decimals) * (1 + 1e-9));
        RC_ASSERT(std::stod(text) == shownValue(value, spec, NumberKind::Float64));
    } else {
        RC_ASSERT(std::isnan(shownValue(value, spec, NumberKind::Float64)));
    }
}

TextSpec ofForm(TextForm form, int width, int decimals = 0)
{
    TextSpec spec;
    spec.form = form;
    spec.width = width;
    spec.decimals = decimals;
    return spec;
}

// Source: column m_ss_truncated of format-duration.csv of the reference sheets; a counter shows
// 0:59 and then 1:00 (common practice).
TEST(FormatText, ElapsedTimesAreCutToWholeSeconds)
{
    struct Row {
        double seconds;
        const char* text;
    };
    for (const auto& row : {Row{0, "0:00"}, {0.5, "0:00"}, {9.5, "0:09"}, {59.6, "0:59"},
             {60, "1:00"}, {119.5, "1:59"}, {3599.6, "59:59"}, {3600, "60:00"}, {5999.5, "99:59"},
             {59.9999, "0:59"}, {-61, "-1:01"}})
        EXPECT_EQ(formatText(row.seconds, ofForm(TextForm::MinutesSeconds, 6), NumberKind::Float64),
            std::string(6 - std::string(row.text).size(), ' ') + row.text)
            << row.seconds;
    EXPECT_EQ(
        formatText(3661, ofForm(TextForm::HoursMinutesSeconds, 7), NumberKind::Float32), "1:01:01");
    EXPECT_EQ(formatText(43140, ofForm(TextForm::HoursMinutes, 5), NumberKind::Float32), "11:59");
    auto padded = ofForm(TextForm::MinutesSeconds, 7);
    padded.pad = Pad::Zero;
    EXPECT_EQ(formatText(61, padded, NumberKind::Float64), "0001:01");
    EXPECT_EQ(formatText(-61, padded, NumberKind::Float64), "-001:01");
    EXPECT_EQ(formatText(6000, ofForm(TextForm::MinutesSeconds, 5), NumberKind::Float32), "#####");
    EXPECT_EQ(formatText(1e300, ofForm(TextForm::MinutesSeconds, 5), NumberKind::Float64), "#####");
}

// Source: format-hex32.csv of the reference sheets.
TEST(FormatText, HexadecimalHasItsDigits)
{
    const auto hex = [](double value, int digits) {
        return formatText(value, ofForm(TextForm::Hexadecimal, 8, digits), NumberKind::Float64);
    };
    EXPECT_EQ(hex(551489775, 8), "20DF10EF");
    EXPECT_EQ(hex(10, 8), "0000000A");
    EXPECT_EQ(hex(255, 0), "      FF");
    EXPECT_EQ(hex(4294967296.0, 8), "########");
    EXPECT_EQ(hex(-1, 8), "########");
}

// What a text tells is a whole number of its last places.
TEST(FormatText, ShowsWholeLastPlaces)
{
    struct Row {
        TextForm form;
        double worth, value, shown;
    };
    for (const auto& row :
        {Row{TextForm::Number, 0.01, 43187.238, 43187.24},
            {TextForm::MinutesSeconds, 1, 43187.9, 43187},
            {TextForm::HoursMinutesSeconds, 1, -43187.9, -43187},
            {TextForm::HoursMinutes, 60, 43187.9, 43140}, {TextForm::Hexadecimal, 1, 255.9, 255}}) {
        const auto spec = ofForm(row.form, 12, 2);
        EXPECT_NEAR(digitWorth(spec), row.worth, 1e-15);
        EXPECT_NEAR(shownValue(row.value, spec, NumberKind::Float64), row.shown, 1e-9);
    }
}

TEST(FormatWords, FillExactlyTheirCells)
{
    auto spec = ofForm(TextForm::Name, 6);
    EXPECT_EQ(formatWords("left", spec), "  left");
    EXPECT_EQ(formatWords("backwards", spec), "backw#");
    EXPECT_EQ(formatWords("Kühlöl!", spec), "Kühlö#");
    spec.align = Align::Left;
    EXPECT_EQ(formatWords("up", spec), "up    ");
    EXPECT_EQ(formatWords("up", spec, ValueState::NotYet), "......");
}

} // namespace
} // namespace fern
