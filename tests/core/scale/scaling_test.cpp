// The kinds of scaling that a file can say, and their inverses; the board's bits are checked by a
// compiler (crosscheck firmware.py).

#include "scale/scaling.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

ScalingSpec specOf(ScalingKind kind)
{
    ScalingSpec spec;
    spec.kind = kind;
    return spec;
}

double valueAt(const ScalingSpec& spec, double code)
{
    return scaledCode(scalingOf(spec), NumberKind::Float64, code);
}

// Exact fractions of made-up points.
TEST(Scaling, TwoPointsMakeALine)
{
    auto spec = specOf(ScalingKind::TwoPoints);
    spec.points = {{102, 0}, {921, 100}};
    EXPECT_NEAR(valueAt(spec, 512), 50.06105006105006, 1e-12);
    spec.points = {{100, 50}, {900, 0}};
    EXPECT_NEAR(valueAt(spec, 300), 37.5, 1e-12);
}

TEST(Scaling, ARatioIsOneFactor)
{
    auto spec = specOf(ScalingKind::Ratio);
    spec.value = 5;
    spec.per = 1023;
    EXPECT_NEAR(valueAt(spec, 1023), 5, 1e-12);
    EXPECT_EQ(valueAt(spec, 0), 0);
}

// Cut toward zero on either side of it, as C divides (ISO/IEC 9899, 6.5.5).
TEST(Scaling, ARangeMapCutsTowardZero)
{
    auto spec = specOf(ScalingKind::RangeMap);
    spec.map = {0, 1023, 0, 100};
    EXPECT_EQ(valueAt(spec, 1022), 99);
    EXPECT_EQ(valueAt(spec, 1023), 100);
    EXPECT_EQ(valueAt(spec, 10), 0);
    EXPECT_EQ(valueAt(spec, -15), -1);
    EXPECT_EQ(valueAt(spec, -5), 0);
    // A span of many steps would not fit 32 bits on the way.
    spec.map = {0, 8388607, 0, 1000000};
    EXPECT_EQ(valueAt(spec, 8388607), 1000000);
    EXPECT_TRUE(std::isnan(valueAt(spec, std::nan(""))));
}

TEST(Scaling, ATableHoldsExtendsOrEnds)
{
    auto spec = specOf(ScalingKind::Table);
    spec.points = {{10, 1}, {20, 3}, {40, 4}};
    EXPECT_EQ(valueAt(spec, 15), 2);
    EXPECT_EQ(valueAt(spec, 30), 3.5);
    EXPECT_EQ(valueAt(spec, 0), 1);
    EXPECT_EQ(valueAt(spec, 60), 4);
    spec.ends = TableEnds::Extend;
    EXPECT_EQ(valueAt(spec, 0), -1);
    EXPECT_EQ(valueAt(spec, 60), 5);
    spec.ends = TableEnds::Invalid;
    EXPECT_TRUE(std::isnan(valueAt(spec, 9)));
    EXPECT_EQ(valueAt(spec, 40), 4);
    EXPECT_TRUE(std::isnan(valueAt(spec, 41)));
}

RC_GTEST_PROP(Scaling, TheInverseGivesTheReadingBack, ())
{
    auto spec = specOf(static_cast<ScalingKind>(*rc::gen::inRange(1, 6)));
    const double sign = *rc::gen::element(-1.0, 1.0);
    spec.gain = sign * 0.001 * *rc::gen::inRange(1, 5000);
    spec.offset = *rc::gen::inRange(-100, 100);
    spec.value = spec.gain;
    spec.per = 1023;
    spec.points = {{0, 0}, {1023, sign * 7.5}};
    if (spec.kind == ScalingKind::Table)
        spec.points = {{0, sign}, {100, 2 * sign}, {700, 9 * sign}, {1023, 9.5 * sign}};
    spec.coefficients = {spec.offset, spec.gain, sign * 1e-4, sign * 1e-8};
    const auto scaling = scalingOf(spec);
    const double code = *rc::gen::inRange(0, 1024);
    const auto back = readingFor(scaling, scaledCode(scaling, NumberKind::Float64, code), 0, 1023);
    RC_ASSERT(back.has_value());
    RC_ASSERT(std::fabs(*back - code) < 1e-9 * 1023);
}

TEST(Scaling, HasNoInverseWhereItTurnsBackOrEnds)
{
    auto bent = specOf(ScalingKind::Polynomial);
    bent.coefficients = {0, 1, -1e-3};
    EXPECT_FALSE(readingFor(scalingOf(bent), 100, 0, 1023));
    EXPECT_TRUE(readingFor(scalingOf(bent), 100, 0, 500));
    auto line = specOf(ScalingKind::Linear);
    EXPECT_FALSE(readingFor(scalingOf(line), 2000, 0, 1023));
    line.gain = 0;
    EXPECT_FALSE(readingFor(scalingOf(line), 0, 0, 1023));
    auto map = specOf(ScalingKind::RangeMap);
    map.map = {0, 1000, 0, 10};
    EXPECT_NEAR(*readingFor(scalingOf(map), 5, 0, 1000), 550, 0.1) << "the middle of 500 to 600";
}

TEST(Scaling, AFormulaGivesItsUnitOrAPlainNumber)
{
    auto spec = specOf(ScalingKind::Formula);
    const auto inMillivolt = [&](const char* text) {
        spec.formula = text;
        return scaledCode(scalingOf(spec, *parseUnit("mV")), NumberKind::Float64, 100);
    };
    EXPECT_NEAR(inMillivolt("reading * 4.3 mV + 0.1 V"), 530, 1e-9);
    EXPECT_NEAR(inMillivolt("reading * 4.3"), 430, 1e-12) << "in the channel's own unit";
    EXPECT_NEAR(inMillivolt("exp(ln(reading)) / 2 + max(reading, 7) ^ 2"), 10050, 1e-9);
    spec.unit = "V";
    EXPECT_NEAR(inMillivolt("reading * 4.3"), 430e3, 1e-9) << "in the scaling's unit";
    EXPECT_TRUE(std::isnan(inMillivolt("1 / (reading - 100)")));
}

// Each step is rounded to the board's kind: 2^24 + 1 is not a 32-bit float.
TEST(Scaling, AFormulaIsComputedInTheBoardsKind)
{
    auto spec = specOf(ScalingKind::Formula);
    spec.formula = "(reading + 1) - reading";
    EXPECT_EQ(scaledCode(scalingOf(spec), NumberKind::Float32, 16777216), 0);
    EXPECT_EQ(scaledCode(scalingOf(spec), NumberKind::Float64, 16777216), 1);
}

TEST(Scaling, GivesOtherUnitsAndTakesOffTheTare)
{
    const auto gram = *parseUnit("g");
    for (const auto kind :
        {ScalingKind::Linear, ScalingKind::Ratio, ScalingKind::TwoPoints, ScalingKind::Polynomial,
            ScalingKind::Table, ScalingKind::RangeMap, ScalingKind::Formula}) {
        auto spec = specOf(kind);
        spec.gain = 2;
        spec.value = 2;
        spec.points = {{0, 0}, {10, 20}};
        spec.coefficients = {0, 2};
        spec.map = {0, 10, 0, 20};
        spec.formula = "reading * 2";
        spec.unit = "kg";
        spec.tare = 500;
        const auto scaling = scalingOf(spec, gram);
        EXPECT_NEAR(scaledCode(scaling, NumberKind::Float64, 3), 5500, 1e-9)
            << static_cast<int>(kind);
        EXPECT_NEAR(
            *readingFor(scaling, 5500, 0, 10), 3, kind == ScalingKind::RangeMap ? 0.5 : 1e-9);
    }
    auto celsius = specOf(ScalingKind::Linear);
    celsius.unit = "degC";
    EXPECT_NEAR(
        scaledCode(scalingOf(celsius, *parseUnit("degF")), NumberKind::Float64, 100), 212, 1e-9);
}

TEST(Scaling, SaysItselfInWords)
{
    auto spec = specOf(ScalingKind::Linear);
    spec.gain = 0.0043;
    spec.offset = -0.012;
    EXPECT_EQ(scalingInWords(scalingOf(spec), "V"), "V = 0.0043 × counts − 0.012");
    spec.kind = ScalingKind::Polynomial;
    spec.coefficients = {1, 2, -3};
    EXPECT_EQ(scalingInWords(scalingOf(spec), ""), "value = 1 + 2 × counts − 3 × counts^2");
    spec.kind = ScalingKind::RangeMap;
    EXPECT_EQ(
        scalingInWords(scalingOf(spec), "%"), "0 … 1023 counts become 0 … 100 % in whole numbers");
}

} // namespace
} // namespace fern
