// How likely a channel shows what it showed, while a known mistake acts.

#include "plan/shown_model.h"

#include "tests/support.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

namespace fern {
namespace {

/// A voltmeter of perfect parts with so much noise, not smoothed.
PlainChannel exactVoltmeter(double noiseLsb)
{
    auto channel = test::plainSkiff().channels[0];
    channel.resistorTolerancePercent = 0;
    channel.referenceTolerancePercent = 0;
    channel.steps.clear();
    channel.noiseLsb = noiseLsb;
    return channel;
}

// A value that is cut to a whole number shows 12 for every code below 13 V and none above: the
// likelihood is the share of the codes.
TEST(ShownModel, ACutValueIsAsLikelyAsItsShareOfTheCodes)
{
    const auto channel = exactVoltmeter(4);
    const ShownModel model(channel);
    ASSERT_EQ(model.spread(), 0);
    ASSERT_EQ(model.codes(), 8) << "two deviations to each side";
    const auto known = knownMistakes(channel);
    const auto whole = std::find_if(
        known.begin(), known.end(), [](const KnownMistake& m) { return m.mistake.id == "whole"; });
    ASSERT_NE(whole, known.end());
    const double perCode = 3.3 / 4096 * 59 / 12;
    for (const int below : {0, 1, 5, 12, 17}) {
        // The middle code lies so that as many of the 17 stay below 13 V.
        const double volts = 13 + (8.5 - below) * perCode;
        EXPECT_NEAR(model.likelihood({&*whole}, {{12, volts, 1}}), below / 17.0, 0.06) << below;
        EXPECT_NEAR(model.likelihood({&*whole}, {{12, volts, 1}})
                + model.likelihood({&*whole}, {{13, volts, 1}}),
            1, 1e-12);
    }
}

} // namespace
} // namespace fern
