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
