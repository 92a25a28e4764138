#include "reading/converter.h"
#include "scale/from_parts.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

// Source: exact arithmetic of code · Vref/2^N and code · Vref/(2^N − 1) (Python fractions).
TEST(Converter, TurnsCodesIntoVoltsInBothSchools)
{
    const struct {
        double reference;
        int bits, code;
        double dataSheet, endPoint;
    } known[] = {{5, 10, 0, 0, 0}, {5, 10, 1, 0.0048828125, 0.004887585532746823},
        {5, 10, 512, 2.5, 2.5024437927663734}, {5, 10, 1023, 4.9951171875, 5},
        {3.3, 12, 2048, 1.65, 1.6504029304029304}, {3.3, 12, 4095, 3.2991943359375, 3.3},
        {3.3, 12, 1241, 0.9998291015625, 1.00007326007326},
        {1.1, 10, 300, 0.322265625, 0.3225806451612903},
        {2.048, 16, 40000, 1.25, 1.2500190737773709}};
    for (const auto& k : known) {
        EXPECT_DOUBLE_EQ(
            voltsOf({k.bits, ConverterSchool::DataSheet}, k.code, k.reference), k.dataSheet);
        EXPECT_DOUBLE_EQ(
            voltsOf({k.bits, ConverterSchool::EndPoint}, k.code, k.reference), k.endPoint);
    }
}

TEST(Converter, ClampsOutsideItsRange)
{
    for (const auto school : {ConverterSchool::DataSheet, ConverterSchool::EndPoint}) {
        const Converter converter{10, school};
        EXPECT_EQ(codeOf(converter, -0.5, 5), 0);
        EXPECT_EQ(codeOf(converter, 5, 5), 1023);
        EXPECT_EQ(codeOf(converter, 12, 5), 1023);
    }
    EXPECT_EQ(codeOf({10, ConverterSchool::DataSheet}, 4.9951, 5), 1022);
    EXPECT_EQ(codeOf({10, ConverterSchool::DataSheet}, 4.9952, 5), 1023);
    EXPECT_EQ(codeOf({10, ConverterSchool::EndPoint}, 4.9951, 5), 1022);
    EXPECT_EQ(codeOf({10, ConverterSchool::EndPoint}, 4.9977, 5), 1023);
}

// Source: LSB = FS/2^(N−1), two's complement (adc-pga.csv, adc-signed-codes.csv of the reference
// sheets, exact fractions).
TEST(Converter, SignedWithProgrammableGain)
{
    const struct {
        double range;
        int bits, code;
        double volts;
    } known[] = {{4.096, 16, 32767, 4.095875}, {4.096, 16, -32768, -4.096},
        {4.096, 16, -1, -0.000125}, {2.048, 16, 16384, 1.024}, {6.144, 16, 24000, 4.5},
        {0.256, 16, -24000, -0.1875}, {4.096, 12, 2047, 4.094}, {4.096, 12, -2048, -4.096},
        {2.048, 12, 1, 0.001}, {0.512, 12, -500, -0.125}, {0.256, 16, 1, 0.0000078125}};
    for (const auto& k : known) {
        Converter converter{k.bits};
        converter.form = ConverterForm::Signed;
        EXPECT_DOUBLE_EQ(voltsOf(converter, k.code, k.range), k.volts);
        // A hair above, so that the last binary place of the volts does not matter.
        EXPECT_EQ(codeOf(converter, k.volts + 1e-9, k.range), k.code);
    }
    Converter converter{16};
    converter.form = ConverterForm::Signed;
    EXPECT_EQ(codeOf(converter, 9, 4.096), 32767);
    EXPECT_EQ(codeOf(converter, -9, 4.096), -32768);
}

TEST(Converter, TheFinestRangeThatTakesTheVolts)
{
    const std::vector<double> ranges{6.144, 4.096, 2.048, 1.024};
    EXPECT_EQ(finestRange(ranges, 2.97), 4.096);
    EXPECT_EQ(finestRange(ranges, 2.048), 2.048);
    EXPECT_EQ(finestRange(ranges, 6.2), std::nullopt);
    EXPECT_EQ(finestRange({}, 1), std::nullopt);
}

// Source: adc-expand12to16.csv of the reference sheets: (c << 4) | (c >> 8) and c << 4.
TEST(Converter, TwelveBitsMadeSixteen)
{
    const struct {
        int code, repeated, shifted;
    } known[] = {{0, 0, 0}, {0x001, 0x0010, 0x0010}, {0x0FF, 0x0FF0, 0x0FF0},
        {0x100, 0x1001, 0x1000}, {0x7FF, 0x7FF7, 0x7FF0}, {0xABC, 0xABCA, 0xABC0},
        {0xFFF, 0xFFFF, 0xFFF0}};
    for (const auto& k : known) {
        Converter converter{16};
        converter.realBits = 12;
        const double volts = (k.code + 0.5) * 3.3 / 4096;
        EXPECT_EQ(codeOf(converter, volts, 3.3), k.shifted);
        converter.widening = Widening::Repeated;
        EXPECT_EQ(codeOf(converter, volts, 3.3), k.repeated);
        EXPECT_EQ(converter.stepCodes(), 16);
    }
}

TEST(Converter, SchoolsDifferByOneLsbAtTheTop)
{
    EXPECT_NEAR(schoolDifferenceLsb(10, 1023), 1.0, 1e-12);
    EXPECT_NEAR(schoolDifferenceLsb(12, 2048), 0.5001, 1e-4);
    EXPECT_EQ(schoolDifferenceLsb(12, 0), 0);
}

RC_GTEST_PROP(Converter, CodesOfTheirOwnVoltsAreThemselves, ())
{
    const int bits = *rc::gen::inRange(4, 25);
    const Converter converter{
        bits, *rc::gen::element(ConverterSchool::DataSheet, ConverterSchool::EndPoint)};
    const auto code = *rc::gen::inRange<std::int64_t>(0, converter.topCode() + 1);
    const double middle = converter.school == ConverterSchool::DataSheet ? 0.5 : 0.0;
    RC_ASSERT(codeOf(converter, voltsOf(converter, static_cast<double>(code) + middle, 3.3), 3.3)
        == code);
}

TEST(Scaling, FollowsFromThePartsAndIsWrittenOut)
{
    const Converter converter{12, ConverterSchool::DataSheet};
    AnalogInput input;
    input.r1 = 30000;
    input.r2 = 10000;
    const auto volt = *parseUnit("V");
    const auto scaling = scalingFromParts(converter, 3.3, input, volt);
    EXPECT_DOUBLE_EQ(scaling.gain, 0.00322265625); // 3.3 V / 4096 · 4, by hand
    EXPECT_EQ(scaling.offset, 0);
    EXPECT_EQ(scalingInWords(converter, 3.3, input, volt),
        (std::vector<std::string>{"one count at the pin = 3.3 V ÷ 4096 = 0.80566 mV",
            "the divider multiplies by 30000 + 10000 over 10000 ohm = 4",
            "one count = 3.2227 mV, full scale = 13.197 V", "V = 0.003222656 × counts"}));
}

} // namespace
} // namespace fern
