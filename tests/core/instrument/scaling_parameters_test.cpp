// Scalings as the window types them, and what the file refuses of them.

#include "instrument/scaling_parameters.h"

#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "plan/scaling_start.h"
#include "plan/starting_points.h"
#include "run/channel_run.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>

#include <cmath>

namespace fern {
namespace {

using testing::ElementsAre;

Instrument scaledAs(const ScalingSpec& spec)
{
    return *withScaling(test::skiff(), "house-battery", spec);
}

std::vector<std::string> pathsOf(const Instrument& in)
{
    std::vector<std::string> paths;
    for (const auto& row : scalingParameters(*in.channels[0]))
        paths.push_back(row.path);
    return paths;
}

std::string refusal(const Instrument& in, std::string_view path, std::string_view text)
{
    const auto changed = withScalingParameter(in, "house-battery", path, text);
    return changed ? "" : changed.error().message;
}

/// The skiff with a thermistor at another pin.
Instrument thermometer()
{
    return *withStartingPoint(test::skiff(), *findStartingPoint("water-temperature"), "Water");
}

TEST(ScalingParameters, AreThoseOfTheKind)
{
    ScalingSpec spec;
    EXPECT_THAT(pathsOf(scaledAs(spec)), ElementsAre("tare"));
    spec.kind = ScalingKind::Table;
    spec.points = {{0, 0}, {4095, 16}};
    const auto in = scaledAs(spec);
    EXPECT_THAT(pathsOf(in), ElementsAre("points", "ends", "unit", "tare"));
    const auto changed =
        withScalingParameter(in, "house-battery", "points", "0: 0; 2000: 7.5; 4095: 16");
    ASSERT_TRUE(changed);
    EXPECT_EQ(changed->channels[0]->scaling.points.size(), 3U);
    EXPECT_EQ(refusal(in, "points", "0: 0; 2000"), "\"2000\" is no pair such as 10: 6.5");
    EXPECT_EQ(refusal(in, "points", "9: 0; 3: 1"),
        "points are [reading, value] pairs with rising readings");
    EXPECT_EQ(refusal(in, "gain", "3"), "the scaling has no parameter \"gain\"");
    EXPECT_EQ(refusal(in, "unit", "kg"), "the channel is in V; this scaling gives kg");
    spec.kind = ScalingKind::Polynomial;
    spec.coefficients = {0, 0.004};
    const auto bent =
        withScalingParameter(scaledAs(spec), "house-battery", "coefficients", "0.1; 0.004; 1e-8");
    ASSERT_TRUE(bent);
    EXPECT_THAT(bent->channels[0]->scaling.coefficients, ElementsAre(0.1, 0.004, 1e-8));
    EXPECT_EQ(refusal(scaledAs(spec), "coefficients", "1; x"), "\"x\" is no number such as 0.0043");
}

TEST(ScalingParameters, AFormulaIsCheckedForItsUnit)
{
    ScalingSpec spec;
    spec.kind = ScalingKind::Formula;
    spec.formula = "reading * 0.004";
    const auto in = scaledAs(spec);
    EXPECT_EQ(refusal(in, "formula", "reading * 4 mV + 0.1 V"), "");
    EXPECT_EQ(refusal(in, "formula", "reading * 4 mA"), "the formula does not give V");
    EXPECT_EQ(refusal(in, "formula", "reading * 4 mV + 1"),
        "unlike units are added: give a plain number its unit, as in 0.5 V");
    EXPECT_EQ(
        refusal(in, "formula", "speed * 2"), "there is nothing called \"speed\", at character 1");
}

TEST(ScalingParameters, AThermistorsEquationGoesThroughThreePoints)
{
    ScalingSpec spec;
    spec.kind = ScalingKind::SteinhartHart;
    EXPECT_FALSE(withScaling(test::skiff(), "house-battery", spec));
    const auto in = withScaling(thermometer(), "water", spec);
    ASSERT_TRUE(in) << in.error().message;
    // Source: steinhart-hart.csv of the reference sheets.
    const auto set =
        withScalingParameter(*in, "water", "threePoints", "0: 32650.4; 25: 9999.9; 50: 3601.0");
    ASSERT_TRUE(set);
    const auto& channel = *findById(set->channels, "water");
    EXPECT_NEAR(channel.scaling.steinhartHart.b, 0.000234105309489048, 1e-15);
    const auto plain = resolve(*set, "")->channels;
    const auto& c = plain[indexOf(plain, "water")];
    // A sensor as large as the fixed resistor halves the reference.
    const double half = converterOf(c).divisor() / 2;
    EXPECT_NEAR(scaledCode(scalingOf(c), NumberKind::Float64, half),
        steinhartHartKelvin(channel.scaling.steinhartHart, c.input.fixed) - 273.15, 1e-9);
    EXPECT_FALSE(withScalingParameter(*in, "water", "threePoints", "0: 32650; 25: 10000"));
}

TEST(ScalingStart, GoesThroughWhatTheChannelGivesNow)
{
    for (const auto& in : {test::skiff(), thermometer()})
        for (const auto& channel : in.channels) {
            const auto plain = resolve(in, "")->channels;
            const auto& c = plain[indexOf(plain, channel->id)];
            for (const auto kind : scalingKindsOf(*channel)) {
                const auto started = withScaling(in, c.id, scalingStart(c, kind));
                ASSERT_TRUE(started) << static_cast<int>(kind) << started.error().message;
                const auto now = resolve(*started, "")->channels;
                const double low = std::round(nominalReading(c, c.from));
                const double high = std::round(nominalReading(c, c.to));
                const double range = fromSi(c.to, c.unit) - fromSi(c.from, c.unit);
                // A ratio has one number only, whole numbers lose what lies between.
                const double allowed = kind == ScalingKind::RangeMap ? 1 : 1e-3 * range;
                for (const double reading : {low, high}) {
                    if (kind == ScalingKind::Ratio && reading != std::max(low, high))
                        continue;
                    EXPECT_NEAR(scaledCode(scalingOf(now[indexOf(now, c.id)]), NumberKind::Float64,
                                    reading),
                        scaledCode(scalingOf(c), NumberKind::Float64, reading), allowed)
                        << c.id << " " << static_cast<int>(kind);
                }
            }
        }
}

} // namespace
} // namespace fern
