#include "reading/beat_detector.h"

#include <gtest/gtest.h>

#include <cmath>
#include <numbers>

namespace fern {
namespace {

/// Beats a minute that the detector tells at the end of a sine-shaped waveform.
double afterBeats(double perMinute, double seconds, double refractory = 0.3, double noise = 0)
{
    BeatDetector detector(ticksFromSeconds(refractory));
    double last = 0;
    for (int i = 0; i < seconds * 100; ++i) {
        const double t = i / 100.0;
        const double wave = std::sin(2 * std::numbers::pi * t * perMinute / 60);
        last = 60
            * detector.feed(ticksFromSeconds(t), 500 + 100 * wave * wave * wave + noise * (i % 2));
    }
    return last;
}

TEST(BeatDetector, TellsTheRate)
{
    for (const double rate : {50.0, 72.0, 120.0, 180.0})
        EXPECT_NEAR(afterBeats(rate, 20), rate, rate * rate / 60 / 100)
            << "one sample of an interval";
}

TEST(BeatDetector, SmallDisturbanceMakesNoBeats)
{
    EXPECT_NEAR(afterBeats(60, 20, 0.3, 15), 60, 1);
}

TEST(BeatDetector, TheRefractoryTimeHidesWhatComesTooSoon)
{
    EXPECT_LT(afterBeats(180, 20, 0.4), 100);
}

TEST(BeatDetector, HasNoRateBeforeTwoBeatsAndWithoutAny)
{
    BeatDetector detector(ticksFromSeconds(0.3));
    EXPECT_TRUE(std::isnan(detector.feed({}, 1)));
    for (int i = 0; i < 800; ++i) {
        const double t = i / 100.0;
        const bool isBeating = t < 4;
        const double rate =
            detector.feed(ticksFromSeconds(t), isBeating ? std::sin(2 * std::numbers::pi * t) : 0);
        if (t > 2.5 && t < 4) {
            EXPECT_NEAR(rate, 1, 0.02) << t;
        } else if (t > 7.5) {
            EXPECT_TRUE(std::isnan(rate)) << t;
        }
    }
}

} // namespace
} // namespace fern
