// Calibration curves: certified and exact data, coverage, order, weights; scipy and GSL check them
// on random and badly conditioned data (crosscheck calibration.py).

#include "scale/fit.h"
#include "scale/verdict.h"

#include "base/distributions.h"
#include "base/random.h"

#include <gmock/gmock.h>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

using testing::ElementsAre;
using testing::HasSubstr;

/// NIST Statistical Reference Datasets, Linear Regression, "Norris": x, y.
const std::vector<FitPair> norris{{0.2, 0.1}, {337.4, 338.8}, {118.2, 118.1}, {884.6, 888.0},
    {10.1, 9.2}, {226.5, 228.1}, {666.3, 668.5}, {996.3, 998.5}, {448.6, 449.1}, {777.0, 778.9},
    {558.2, 559.2}, {0.4, 0.3}, {0.6, 0.1}, {775.5, 778.1}, {666.9, 668.8}, {338.0, 339.3},
    {447.5, 448.9}, {11.6, 10.8}, {556.0, 557.7}, {228.1, 228.3}, {995.8, 998.0}, {887.6, 888.8},
    {120.2, 119.6}, {0.3, 0.3}, {0.3, 0.6}, {556.8, 557.6}, {339.1, 339.3}, {887.2, 888.0},
    {999.0, 998.5}, {779.0, 778.9}, {11.1, 10.2}, {118.3, 117.6}, {229.2, 228.9}, {669.1, 668.4},
    {448.9, 449.2}, {0.5, 0.2}};

void expectDigits(double value, double certified, double relative)
{
    EXPECT_NEAR(value, certified, relative * std::fabs(certified));
}

TEST(Fit, AgreesWithTheCertifiedValuesOfNorris)
{
    const auto fit = *fitPairs(norris, FitModel::Line);
    // Certified values of the same page.
    expectDigits(fit.coefficients[0], -0.262323073774029, 1e-12);
    expectDigits(fit.coefficients[1], 1.00211681802045, 1e-14);
    expectDigits(fit.errors[0], 0.232818234301152, 1e-12);
    expectDigits(fit.errors[1], 0.429796848199937E-03, 1e-12);
    expectDigits(fit.residualDeviation, 0.884796396144373, 1e-12);
    expectDigits(fit.residualSquares, 26.6173985294224, 1e-12);
    expectDigits(fit.rSquared, 0.999993745883712, 1e-14);
    const auto constant = *fitPairs(norris, FitModel::Offset, 0);
    expectDigits(testTerm(constant, fit).f, 5436385.54079785, 1e-11);
    // Derived with decimal arithmetic from the certified coefficients.
    expectDigits(fit.at(500), 500.796085936453, 1e-13);
    EXPECT_NEAR(fit.largestResidual(), 2.35237812865992, 1e-11);
    EXPECT_EQ(fit.freedom, 34);
}

// Exact fractions of made-up pairs.
TEST(Fit, TwoPairsGiveTheLineThroughThem)
{
    const auto line =
        *fitPairs(std::vector<FitPair>{{8388, 0}, {245760, 5000}}, FitModel::TwoPoint);
    expectDigits(line.coefficients[1], 0.021063983957669816, 1e-14);
    expectDigits(line.coefficients[0], -176.68469743693444, 1e-12);
    expectDigits(line.at(100000), 1929.7136983300475, 1e-13);
    EXPECT_EQ(line.freedom, 0);
    EXPECT_TRUE(std::isinf(line.predictionHalfWidth(100)));
    // A third pair between is judged, not used.
    const auto same = *fitPairs(
        std::vector<FitPair>{{8388, 0}, {100000, 1900}, {245760, 5000}}, FitModel::TwoPoint);
    EXPECT_EQ(same.coefficients, line.coefficients);
    EXPECT_NEAR(same.residuals[1], -29.7136983300475, 1e-9);
}

TEST(Fit, RefusesWhatNoCurveGoesThrough)
{
    const auto messageOf = [](const std::vector<FitPair>& pairs, FitModel model) {
        const auto fit = fitPairs(pairs, model);
        return fit ? std::string() : fit.error().message;
    };
    EXPECT_EQ(messageOf({}, FitModel::Line), "0 different readings for 2 coefficients");
    EXPECT_EQ(messageOf({{1, 2}}, FitModel::Line), "1 different reading for 2 coefficients");
    EXPECT_EQ(messageOf({{1, 2}, {1, 3}}, FitModel::TwoPoint),
        "all readings are equal: no line goes through them");
    EXPECT_EQ(messageOf({{1, 2}, {1, 3}, {2, 3}}, FitModel::Quadratic),
        "2 different readings for 3 coefficients");
    EXPECT_EQ(messageOf({{1, 2}, {2, std::nan("")}}, FitModel::Line), "pair 2 is not finite");
    EXPECT_EQ(messageOf({{0, 2}, {0, 3}}, FitModel::Gain), "a gain needs a reading other than 0");
    EXPECT_TRUE(fitPairs(std::vector<FitPair>{{1, 2}}, FitModel::Gain));
    EXPECT_TRUE(fitPairs(std::vector<FitPair>{{1, 2}}, FitModel::Offset));
}

RC_GTEST_PROP(Fit, ExactDataIsFittedExactly, ())
{
    // Bridge codes: readings near 2^23 with a span of 2,000.
    const double from = *rc::gen::element(0.0, 512.0, 8388608.0);
    const double a = *rc::gen::inRange(-50, 50);
    const double b = 0.25 * *rc::gen::inRange(1, 40);
    const double c = *rc::gen::inRange(-3, 4) / 1024.0;
    std::vector<FitPair> line;
    std::vector<FitPair> bent;
    for (int i = 0; i < 12; ++i) {
        const double x = from + 2000.0 * i / 11;
        line.push_back({x, a + b * (x - from)});
        bent.push_back({x, a + b * (x - from) + c * (x - from) * (x - from)});
    }
    const auto straight = *fitPairs(line, FitModel::Line);
    const auto quadratic = *fitPairs(bent, FitModel::Quadratic);
    const double size = 100 + 2000 * b + 4e6 * std::fabs(c);
    for (std::size_t i = 0; i < line.size(); ++i) {
        RC_ASSERT(std::fabs(straight.at(line[i].reading) - line[i].reference) < 1e-12 * size);
        RC_ASSERT(std::fabs(quadratic.at(bent[i].reading) - bent[i].reference) < 1e-12 * size);
    }
    RC_ASSERT(std::fabs(straight.coefficients[1] - b) < 1e-12 * b);
    RC_ASSERT(straight.residualDeviation < 1e-12 * size);
}

RC_GTEST_PROP(Fit, TheOrderOfPairsMakesNoDifference, ())
{
    auto pairs = norris;
    const auto seed = *rc::gen::arbitrary<std::uint64_t>();
    const RandomStream random(seed, "order", "test");
    for (std::size_t i = pairs.size(); i > 1; --i)
        std::swap(pairs[i - 1], pairs[random.bits(i) % i]);
    for (const auto model : {FitModel::Gain, FitModel::TwoPoint, FitModel::Line,
             FitModel::Quadratic, FitModel::Table}) {
        const auto one = *fitPairs(norris, model);
        const auto other = *fitPairs(pairs, model);
        for (const double x : {-100.0, 0.3, 450.0, 1200.0})
            RC_ASSERT(std::fabs(one.at(x) - other.at(x)) < 1e-10);
        RC_ASSERT(std::fabs(one.residualSquares - other.residualSquares) < 1e-10);
    }
}

TEST(Fit, OnlyTheRatiosOfUncertaintiesCount)
{
    auto pairs = norris;
    for (std::size_t i = 0; i < pairs.size(); ++i)
        pairs[i].uncertainty = 0.1 + 0.01 * static_cast<double>(i % 5);
    auto larger = pairs;
    for (auto& pair : larger)
        pair.uncertainty *= 1000;
    const auto one = *fitPairs(pairs, FitModel::Line);
    const auto other = *fitPairs(larger, FitModel::Line);
    EXPECT_NEAR(one.coefficients[0], other.coefficients[0], 1e-12);
    EXPECT_NEAR(one.errors[1], other.errors[1], 1e-15);
    // A pair that is known a thousand times better draws the curve to itself.
    pairs[0].uncertainty = 1e-6;
    EXPECT_NEAR(fitPairs(pairs, FitModel::Line)->residuals[0], 0, 1e-9);
}

// One more pair lies in the 95 % interval in 95 of 100 calibrations: 4000 made ones.
TEST(Fit, ThePredictionIntervalHoldsItsPromise)
{
    constexpr int calibrations = 4000;
    const RandomStream random(7, "coverage", "test");
    int inside = 0;
    std::uint64_t next = 0;
    for (int i = 0; i < calibrations; ++i) {
        std::vector<FitPair> pairs;
        for (int k = 0; k < 6; ++k)
            pairs.push_back({100.0 * k, 3 + 0.5 * k * 100 + random.normal(next++)});
        const auto fit = *fitPairs(pairs, FitModel::Line);
        const double x = 620;
        const double another = 3 + 0.5 * x + random.normal(next++);
        inside += std::fabs(another - fit.at(x)) <= fit.predictionHalfWidth(x) ? 1 : 0;
    }
    // Three standard deviations of a share of 0.95.
    EXPECT_NEAR(static_cast<double>(inside) / calibrations, 0.95,
        3 * std::sqrt(0.05 * 0.95 / calibrations));
}

TEST(Fit, ATableGoesThroughItsPairsAndHoldsItsEnds)
{
    const auto table =
        *fitPairs(std::vector<FitPair>{{10, 5}, {0, 1}, {10, 7}, {20, 0}}, FitModel::Table);
    EXPECT_THAT(
        table.table, ElementsAre(std::pair(0.0, 1.0), std::pair(10.0, 6.0), std::pair(20.0, 0.0)));
    EXPECT_EQ(table.at(-5), 1);
    EXPECT_EQ(table.at(5), 3.5);
    EXPECT_EQ(table.at(15), 3);
    EXPECT_EQ(table.at(25), 0);
}

TEST(Fit, AnOutlierIsFoundAndMostlyNoneIs)
{
    EXPECT_THAT(outliers(*fitPairs(norris, FitModel::Line), norris), testing::IsEmpty());
    auto pairs = norris;
    pairs[10].reference += 6;
    EXPECT_THAT(outliers(*fitPairs(pairs, FitModel::Line), pairs), ElementsAre(10));
}

TEST(CalibrationVerdict, KeepsAGuardBand)
{
    const std::vector<FitPair> pairs{{0, 0}, {10, 10.1}, {20, 20}};
    const auto fit = *fitPairs(pairs, FitModel::TwoPoint);
    const auto verdictWith = [&](double tolerance, ReferenceAccuracy accuracy) {
        return judgeCalibration(fit, pairs, tolerance, accuracy, "V");
    };
    EXPECT_EQ(verdictWith(0.2, {0.5, 2, 0.01}).judgement, Judgement::Good);
    EXPECT_EQ(verdictWith(0.12, {0.5, 2, 0.01}).judgement, Judgement::Unsure);
    EXPECT_EQ(verdictWith(0.09, {0.5, 2, 0.01}).judgement, Judgement::Unsure);
    const auto bad = verdictWith(0.02, {0.5, 2, 0.01});
    EXPECT_EQ(bad.judgement, Judgement::Bad);
    EXPECT_EQ(bad.worst, 1U);
    EXPECT_THAT(bad.points, ElementsAre(Judgement::Good, Judgement::Bad, Judgement::Unsure));
    EXPECT_EQ(verdictWith(0.2, {0.5, 2, 0.01}).sentence,
        "Good: at most 0.1 V off, at 10.1 V, and with the reference's 70.5 mV still within the "
        "tolerance of 0.2 V");
    EXPECT_THAT(verdictWith(0.12, {0.5, 2, 0.01}).sentence,
        HasSubstr("Cannot be judged with this reference"));
    EXPECT_DOUBLE_EQ((ReferenceAccuracy{0.5, 2, 0.01}).limitAt(-20), 0.12);
}

TEST(CalibrationVerdict, NamesThePairThatIsOffMostAndWhatIsMissing)
{
    // The pair at 20 V is off most; that at 10 V, whose reference is known better, decides.
    const std::vector<FitPair> pairs{
        {0, 0, 0.001}, {10, 10.1, 0.001}, {20, 20.14, 0.1}, {30, 30, 0.001}};
    const auto fit = *fitPairs(pairs, FitModel::TwoPoint);
    const auto bad = judgeCalibration(fit, pairs, 0.05, {}, "V");
    EXPECT_EQ(bad.judgement, Judgement::Bad);
    EXPECT_EQ(bad.worst, 2U);
    EXPECT_EQ(bad.sentence,
        "Not good enough: 0.1 V off, at 10.1 V, more than the tolerance of 50 mV even if the "
        "reference is wrong by its 2 mV; the pair that is off most is 0.14 V off, at 20.1 V");
    // Nothing told, and nothing left over: no verdict, whatever the numbers are.
    const std::vector<FitPair> untold{{0, 0}, {10, 10.1}, {20, 20}};
    for (const double tolerance : {0.001, 10.0}) {
        const auto verdict =
            judgeCalibration(*fitPairs(untold, FitModel::TwoPoint), untold, tolerance, {}, "V");
        EXPECT_EQ(verdict.judgement, Judgement::Unsure);
        EXPECT_THAT(verdict.sentence,
            HasSubstr("Cannot be judged, how far the reference may be off is not told: at most 0.1 "
                      "V off, at 10.1 V"));
    }
    const std::vector<FitPair> two{{0, 0}, {10, 10.1}};
    EXPECT_THAT(judgeCalibration(*fitPairs(two, FitModel::Line), two, 1, {0.1, 0, 0}, "V").sentence,
        HasSubstr("two pairs fix a line and leave nothing over"));
}

TEST(CalibrationVerdict, SaysWhichModelIsEnough)
{
    EXPECT_EQ(adviseModel(norris).model, FitModel::Gain);
    EXPECT_THAT(adviseModel(norris).sentence, HasSubstr("One factor is enough: it is straight"));
    auto shifted = norris;
    for (auto& pair : shifted)
        pair.reference += 3;
    EXPECT_EQ(adviseModel(shifted).model, FitModel::Line);
    auto bent = norris;
    for (auto& pair : bent)
        pair.reference += 2e-5 * pair.reading * pair.reading;
    EXPECT_EQ(adviseModel(bent).model, FitModel::Quadratic);
    EXPECT_THAT(adviseModel({{0, 0}, {1, 1}}).sentence, HasSubstr("a third one would tell"));
    EXPECT_THAT(adviseModel({{1, 1}}).sentence, HasSubstr("two different readings"));
}

TEST(CalibrationVerdict, FindsHysteresis)
{
    const std::vector<FitPair> pairs{{0, 0, 0, Direction::Rising}, {50, 50, 0, Direction::Rising},
        {100, 100, 0, Direction::Rising}, {51, 50.4, 0, Direction::Falling},
        {1, 1, 0, Direction::Falling}};
    const auto fit = *fitPairs(pairs, FitModel::TwoPoint);
    EXPECT_NEAR(hysteresisOf(fit, pairs), 0.6, 1e-9);
}

TEST(CalibrationVerdict, TheNextPointIsWhereTheIntervalIsWidest)
{
    // All pairs lie low: the top is unknown.
    std::vector<FitPair> pairs;
    for (int i = 0; i < 8; ++i)
        pairs.push_back({10.0 * i, 10.0 * i + (i % 2 == 0 ? 0.1 : -0.1)});
    const auto fit = *fitPairs(pairs, FitModel::Line);
    const auto next = nextPoints(fit, 0, 1000);
    ASSERT_EQ(next.size(), 3U) << "far enough apart to choose from";
    EXPECT_EQ(next[0].reading, 1000);
    EXPECT_LT(next[0].halfWidth, fit.predictionHalfWidth(1000));
    // What it promises is what comes when the pair is measured and lies on the line.
    pairs.push_back({1000, fit.at(1000)});
    const auto after = *fitPairs(pairs, FitModel::Line);
    const double same = after.predictionHalfWidth(1000) / after.residualDeviation;
    EXPECT_NEAR(next[0].halfWidth / fit.residualDeviation, same, 1e-6 * same);
    EXPECT_TRUE(nextPoints(*fitPairs(pairs, FitModel::TwoPoint), 0, 1).empty());
}

// Tables of the distributions: Student's t and Fisher's F at 95 %, two-sided 2.5 % points
// (NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7).
TEST(Distributions, AgreeWithTables)
{
    for (const auto& [freedom, t] : {std::pair(1.0, 12.706), {2.0, 4.303}, {5.0, 2.571},
             {10.0, 2.228}, {30.0, 2.042}, {100.0, 1.984}})
        EXPECT_NEAR(studentFactor(0.05, freedom), t, 0.0006) << freedom;
    EXPECT_NEAR(fUpperTail(161.448, 1, 1), 0.05, 1e-5);
    EXPECT_NEAR(fUpperTail(4.965, 1, 10), 0.05, 2e-5);
    EXPECT_NEAR(fUpperTail(3.326, 5, 10), 0.05, 2e-5);
    EXPECT_EQ(fUpperTail(0, 3, 4), 1);
}

} // namespace
} // namespace fern
