#include "judge/budget.h"
#include "judge/monte_carlo.h"

#include "run/channel_run.h"
#include "scale/calibrate.h"

#include "tests/support.h"

#include <cmath>
#include <numeric>

namespace fern {
namespace {

// Source: a worked budget after JCGM 100:2008 (4.3.7, 4.3.9, 5.1.2), checked by a Monte Carlo of
// 10^6 draws after JCGM 101: code 3102 of 12 bits, 3.300 V ± 10 mV, 30 kΩ and 10 kΩ of 1 %.
PlainChannel workedChannel()
{
    PlainChannel c;
    c.unit = *parseUnit("V");
    c.bits = 12;
    c.reference = 3.3;
    c.referenceTolerancePercent = 100 * 0.01 / 3.3;
    c.input.r1 = 30000;
    c.input.r2 = 10000;
    c.resistorTolerancePercent = 1;
    c.nonlinearityLsb = 2;
    c.noiseLsb = 0.6;
    return c;
}
constexpr double workedVolts = 9.9966796875;

TEST(Budget, AgreesWithTheWorkedExample)
{
    const auto budget = budgetOf(workedChannel(), workedVolts, 0.01);
    const auto u = [&](const std::string& name) {
        for (const auto& term : budget.terms)
            if (term.name == name)
                return term.u;
        return -1.0;
    };
    EXPECT_NEAR(u("divider resistor r1"), 0.04328689281435442, 1e-12);
    EXPECT_NEAR(u("divider resistor r2"), 0.04328689281435442, 1e-12);
    EXPECT_NEAR(u("reference"), 0.017489653662365424, 1e-12);
    EXPECT_NEAR(u("converter nonlinearity"), 0.00372120290688626, 1e-12);
    EXPECT_NEAR(u("converter step"), 0.000930300726721565, 1e-12);
    EXPECT_NEAR(u("noise after smoothing"), 0.0019335937499999998, 1e-12);
    EXPECT_NEAR(u("rounding"), 0.0028867513459481294, 1e-12);
    // The example's offset is triangular, ±1.5 LSB.
    const double offset = standardUncertainty(Distribution::Triangular, 1.5) * 0.00322265625;
    EXPECT_NEAR(offset, 0.0019734658572227756, 1e-12);
    EXPECT_NEAR(combined({budget.accuracy, offset, u("rounding")}), 0.06390678884439166, 1e-11);
}

// Drawn through the parts, the converter and the scaling, as JCGM 101:2008 has it; the worked
// example's own 10^6 draws agree with its budget within 1 %.
TEST(MonteCarlo, AgreesWithTheBudget)
{
    auto channel = workedChannel();
    channel.to = 13.2;
    const auto drawn = drawnBudget(channel, workedVolts, 200'000, 1, [](double) { return true; });
    ASSERT_TRUE(drawn) << drawn.error().message;
    const auto budget = budgetOf(channel, workedVolts, 0);
    EXPECT_NEAR(drawn->standard, budget.accuracy, budget.accuracy * 0.01);
    // Two rectangles and less: 95 % lie nearer than twice the standard uncertainty.
    EXPECT_LT(drawn->high - drawn->low, 4 * budget.accuracy);
    EXPECT_GT(drawn->high - drawn->low, 3.4 * budget.accuracy);
    EXPECT_NEAR(drawn->mean, 0, 0.01 * budget.accuracy + 0.0032);
    const auto again = drawnBudget(channel, workedVolts, 200'000, 1, [](double) { return true; });
    EXPECT_EQ(again->standard, drawn->standard) << "the same seed gives the same";
}

TEST(MonteCarlo, AThermistorAgreesWhereItIsSteepAndFlat)
{
    PlainChannel c;
    c.unit = *parseUnit("degC");
    c.bits = 12;
    c.reference = 3.3;
    c.input.sensor = SensorKind::Thermistor;
    c.input.frontEnd = FrontEndKind::SensorBelow;
    c.input.supply = 3.3;
    c.sensorTolerancePercent = 2;
    c.resistorTolerancePercent = 1;
    c.nonlinearityLsb = 2;
    c.offsetLsb = 3;
    c.from = toSi(-20, c.unit);
    c.to = toSi(90, c.unit);
    for (const double celsius : {0.0, 25.0, 70.0}) {
        const double at = toSi(celsius, c.unit);
        const auto drawn = drawnBudget(c, at, 100'000, 3, [](double) { return true; });
        ASSERT_TRUE(drawn) << celsius;
        const double u = budgetOf(c, at, 0).accuracy;
        EXPECT_NEAR(drawn->standard, u, 0.015 * u) << celsius;
    }
}

TEST(MonteCarlo, StopsAndSaysWhatIsNotKnown)
{
    int asked = 0;
    const auto stopped =
        drawnBudget(workedChannel(), 5, 1'000'000, 1, [&](double) { return ++asked < 3; });
    EXPECT_FALSE(stopped);
    EXPECT_EQ(asked, 3);
    PlainChannel told;
    told.source.kind = SourceKind::Lines;
    told.unit = *parseUnit("V");
    EXPECT_EQ(drawnBudget(told, 1, 1000, 1, [](double) { return true; }).error().message,
        "how far the source may be off is not told");
    told.source.kind = SourceKind::Derived; // of settings alone
    EXPECT_EQ(budgetOf(told, 1, 0).missing, "");
    told.madeOf = {0};
    EXPECT_NE(budgetOf(told, 1, 0).missing, "");
}

TEST(Budget, KeepsRoundingOutAndSplitsRepeatability)
{
    const auto fine = budgetOf(workedChannel(), workedVolts, 0);
    const auto coarse = budgetOf(workedChannel(), workedVolts, 1);
    EXPECT_EQ(fine.accuracy, coarse.accuracy);
    EXPECT_NEAR(fine.repeatability, std::hypot(0.000930300726721565, 0.00193359375), 1e-12);
    const auto shares = leafShares(coarse);
    EXPECT_NEAR(std::accumulate(shares.begin(), shares.end(), 0.0), 1, 1e-12);
    EXPECT_GT(shares[static_cast<std::size_t>(Leaf::Text)], 0.9);
}

TEST(Budget, SmoothingReducesOnlyTheNoise)
{
    auto channel = workedChannel();
    StepSpec average;
    average.kind = StepKind::MovingAverage;
    average.window = 16;
    channel.steps = {average};
    EXPECT_NEAR(budgetOf(channel, workedVolts, 0).terms[6].u, 0.00193359375 / 4, 1e-9);
    EXPECT_EQ(budgetOf(channel, workedVolts, 0).terms[0].u,
        budgetOf(workedChannel(), workedVolts, 0).terms[0].u);
}

// A decimal is honest while its step is at least U/2: U = 0.13 V leaves one, 0.009 V leaves two.
TEST(HonestDecimals, FollowFromTheUncertainty)
{
    EXPECT_EQ(honestDecimals(0.13 / 2), 1);
    EXPECT_EQ(honestDecimals(0.009 / 2), 2);
    EXPECT_EQ(honestDecimals(0.1), 1);
    EXPECT_EQ(honestDecimals(0.1001), 0);
    EXPECT_EQ(honestDecimals(12), 0);
    EXPECT_EQ(honestDecimals(0), 9);
}

// What was measured replaces what the parts promise: the curve's standard uncertainty at the
// reading with Student's factor of four degrees of freedom (JCGM 100:2008, H.3.4 and table G.2),
// and the reference's limit as a rectangle (4.3.7).
TEST(Budget, ACalibrationReplacesThePromisesOfTheParts)
{
    auto c = workedChannel();
    const double promised = budgetOf(c, workedVolts, 0).accuracy;
    c.calibration.emplace();
    c.calibration->model = FitModel::Line;
    c.calibration->accuracy = {0.1, 1, 0.01};
    for (int i = 0; i < 6; ++i)
        c.calibration->pairs.push_back({500.0 * i, 1.6 * i + (i % 2 == 0 ? 0.004 : -0.004)});
    const auto budget = budgetOf(c, workedVolts, 0);
    const auto u = [&](const std::string& name) {
        for (const auto& term : budget.terms)
            if (term.name == name)
                return term.u;
        return -1.0;
    };
    const auto fit = *fitOf(*c.calibration, 1);
    const double reading = *readingFor(scalingOf(c), workedVolts, 0, 4095);
    const double spread = 500.0 * 500 * 17.5; // of 0, 500 … 2500 about their mean
    const double leverage = 1.0 / 6 + (reading - 1250) * (reading - 1250) / spread;
    constexpr double student = 2.776445;
    EXPECT_NEAR(2 * u("calibration"), student * fit.residualDeviation * std::sqrt(leverage), 1e-8);
    EXPECT_NEAR(u("reference meter"), (0.001 * fit.at(reading) + 0.01) / std::sqrt(3.0), 1e-12);
    EXPECT_EQ(u("divider resistor r1"), -1);
    EXPECT_LT(budget.accuracy, promised / 4);
}

// Two pairs that a line goes through, and a reference of which nothing was told, are no proof.
TEST(Budget, OfACalibrationThatProvesNothingIsNotKnown)
{
    auto c = workedChannel();
    c.calibration.emplace();
    c.calibration->accuracy = {0.1, 1, 0.01};
    c.calibration->pairs = {{500, 1.6}, {2500, 8}};
    for (const auto model : {FitModel::Line, FitModel::TwoPoint, FitModel::Table}) {
        c.calibration->model = model;
        const auto budget = worstBudget(c, 0);
        EXPECT_TRUE(std::isnan(budget.accuracy));
        EXPECT_NE(budget.missing.find("leave"), std::string::npos) << budget.missing;
        EXPECT_GT(budget.repeatability, 0);
    }
    c.calibration->model = FitModel::Line;
    c.calibration->pairs.push_back({1500, 4.81});
    EXPECT_TRUE(worstBudget(c, 0).isKnown());
    c.calibration->accuracy = {};
    EXPECT_EQ(worstBudget(c, 0).missing, "how far the reference may be off is not told");
    c.calibration->accuracy.isExact = true;
    EXPECT_TRUE(worstBudget(c, 0).isKnown());
    c.calibration->pairs.resize(1);
    EXPECT_EQ(worstBudget(c, 0).missing, "no curve goes through the pairs of the calibration");
}

} // namespace
} // namespace fern
