#include "reading/beat_detector.h"

#include <gtest/gtest.h>

#include <cmath>
#include <numbers>
#include <vector>

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
        if (t > 3.5 && t < 4) {
            EXPECT_NEAR(rate, 1, 0.02) << t;
        } else if (t > 7.5) {
            EXPECT_TRUE(std::isnan(rate)) << t;
        }
    }
}

/// Feeds beats with these intervals in milliseconds, a narrow one each, at 500 samples a second.
struct Beaten {
    double perMinute = 0, quality = 0;
};
Beaten through(const std::vector<int>& intervals, double slowest = 0, double fastest = 1e9)
{
    BeatDetector detector(ticksFromSeconds(0.25), slowest, fastest);
    Beaten last;
    int at = 0;
    const auto feed = [&](int until, int beat) {
        for (; at < until; at += 2) {
            const double since = at - beat;
            last.perMinute = 60
                * detector.feed(Ticks{at * 1'000'000LL},
                    since >= 0 && since < 120 ? std::sin(since / 120 * std::numbers::pi) : 0);
        }
        last.quality = detector.quality();
    };
    int beat = 400;
    feed(beat, -1000);
    for (const int interval : intervals) {
        feed(beat + interval, beat);
        beat += interval;
    }
    feed(beat + 200, beat);
    return last;
}

// Source: heart-rr.csv of the reference sheets: a median of intervals ignores one ectopic beat, the
// mean does not (ESC/NASPE Task Force, Eur Heart J 17, 1996: normal-to-normal intervals).
TEST(BeatDetector, AnEctopicBeatDoesNotMoveTheMedian)
{
    EXPECT_NEAR(through({812, 798, 820, 806, 814}).perMinute, 60e3 / 814, 1.5);
    const auto ectopic = through({812, 798, 820, 480, 1130, 814});
    EXPECT_NEAR(ectopic.perMinute, 60e3 / 814, 1.5);
    EXPECT_LT(ectopic.quality, 0.7);
    EXPECT_GT(through({812, 798, 820, 806, 814}).quality, 0.95);
    // Without beats enough there is nothing to judge.
    EXPECT_EQ(through({812}).quality, 0);
}

TEST(BeatDetector, WhatIsNotPlausibleIsNoRate)
{
    EXPECT_NEAR(through({500, 500, 500, 500}, 0.5, 4).perMinute, 120, 1);
    EXPECT_TRUE(std::isnan(through({500, 500, 500, 500}, 0.5, 1.5).perMinute));
    EXPECT_TRUE(std::isnan(through({2500, 2500, 2500, 2500}, 0.5, 4).perMinute));
}

} // namespace
} // namespace fern
