// What a calibration claims, by Monte Carlo: 95 % of the claims must hold the truth.

#include "base/distributions.h"
#include "base/random.h"
#include "scale/uncertainty.h"

#include <gmock/gmock.h>

#include <cmath>
#include <cstdio>

namespace fern {
namespace {

/// The truth behind the pairs.
double truth(double reading, FitModel model)
{
    return model == FitModel::Gain     ? 0.004 * reading
        : model == FitModel::Quadratic ? 0.3 + 0.004 * reading + 2e-7 * reading * reading
                                       : 0.3 + 0.004 * reading;
}

struct Trial {
    FitModel model;
    int pairs; ///< at evenly spread readings from 500 to 3500; a table has each of them twice
    double reading; ///< where the claim is tried
};

/// How the reference is wrong, within the limit that it tells.
enum class Reference { Exact, AlikeUniform, AlikeNormal, InProportion, Singly };

ReferenceAccuracy accuracyOf(Reference reference)
{
    ReferenceAccuracy accuracy;
    if (reference == Reference::Exact)
        accuracy.isExact = true;
    else if (reference == Reference::InProportion)
        accuracy.percent = 0.5;
    else
        accuracy = {0, 4, 0.01};
    return accuracy;
}

/// Returns the share of so many calibrations whose claim at the reading holds the truth.
double covered(const Trial& trial, Reference reference, double scatter, int trials, int seed)
{
    const RandomStream random(static_cast<std::uint64_t>(seed), "pairs", "coverage");
    std::uint64_t next = 0;
    const auto normal = [&] { return random.normal(next++); };
    const auto uniform = [&] { return 2 * random.uniform(next++) - 1; };
    const auto accuracy = accuracyOf(reference);
    int held = 0;
    for (int t = 0; t < trials; ++t) {
        const double wrong =
            reference == Reference::AlikeNormal ? normal() / std::sqrt(3) : uniform();
        std::vector<FitPair> pairs;
        const int places = trial.model == FitModel::Table ? trial.pairs / 2 : trial.pairs;
        for (int i = 0; i < trial.pairs; ++i) {
            FitPair pair;
            pair.reading = 500 + 3000.0 * (i % places) / (places - 1);
            pair.reference = truth(pair.reading, trial.model);
            const double limit = accuracy.limitAt(pair.reference);
            pair.reference +=
                scatter * normal() + (reference == Reference::Singly ? uniform() : wrong) * limit;
            pairs.push_back(pair);
        }
        const auto fit = *fitPairs(pairs, trial.model, 0.004);
        const auto claim = CurveClaims(fit, pairs, accuracy).at(trial.reading);
        held +=
            std::fabs(fit.at(trial.reading) - truth(trial.reading, trial.model)) <= claim.total();
    }
    return static_cast<double>(held) / trials;
}

/// Inside, at the end of, and far outside of the pairs.
constexpr double places[] = {500, 1300, 2000, 3500, 5200};

class Coverage : public testing::TestWithParam<FitModel> {
protected:
    static std::vector<int> counts()
    {
        if (GetParam() == FitModel::Table)
            return {4, 6, 12, 20};
        return GetParam() == FitModel::Quadratic ? std::vector{4, 5, 8, 20}
                                                 : std::vector{3, 4, 5, 8, 20};
    }
};

TEST_P(Coverage, OfAnExactReferenceIsNinetyFivePercent)
{
    const int trials = GetParam() == FitModel::TwoPoint ? 800 : 2000; // known to 0.8 or 0.5 %
    for (const int pairs : counts())
        for (const double place : places) {
            if (GetParam() == FitModel::Table && place > 3500)
                continue;
            const double share =
                covered({GetParam(), pairs, place}, Reference::Exact, 0.02, trials, pairs);
            EXPECT_NEAR(share, 0.95, 0.02) << pairs << " pairs at " << place;
            RecordProperty(
                "covered_" + std::to_string(pairs) + "_" + std::to_string(static_cast<int>(place)),
                std::to_string(share));
        }
}

TEST_P(Coverage, OfAnUncertainReferenceIsNeverLess)
{
    const int trials = GetParam() == FitModel::TwoPoint ? 400 : 1000;
    for (const auto reference : {Reference::AlikeUniform, Reference::AlikeNormal,
             Reference::InProportion, Reference::Singly})
        for (const double scatter : {0.002, 0.02, 0.05})
            for (const double place : {1300.0, 3500.0, 5200.0}) {
                if (GetParam() == FitModel::Table && place > 3500)
                    continue;
                const int pairs = counts()[1];
                EXPECT_GE(
                    covered({GetParam(), pairs, place}, reference, scatter, trials, pairs), 0.93)
                    << static_cast<int>(reference) << ", scatter " << scatter << " at " << place;
            }
}

INSTANTIATE_TEST_SUITE_P(Models, Coverage,
    testing::Values(FitModel::Offset, FitModel::Gain, FitModel::TwoPoint, FitModel::Line,
        FitModel::Quadratic, FitModel::Table),
    [](const auto& row) {
        std::string name(fitModelWords[static_cast<std::size_t>(row.param)]);
        std::erase(name, '-');
        return name;
    });

} // namespace
} // namespace fern
