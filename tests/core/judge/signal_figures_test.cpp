#include "judge/signal_figures.h"

#include "instrument/edits.h"
#include "run/firmware_run.h"
#include "smooth/step_text.h"
#include "tests/support.h"

namespace fern {
namespace {

/// Plays a calm voltage with single spikes through the skiff's battery channel.
SignalFigures figuresOf(const std::string& steps, int spikes)
{
    Capture capture;
    capture.channel = "house-battery";
    capture.tap = Tap::Reading;
    for (int i = 0; i < 200; ++i) {
        capture.at.push_back(ticksFromSeconds(0.1 * i));
        capture.values.push_back(3200 + i % 2);
    }
    for (int i = 0; i < spikes; ++i)
        capture.values[static_cast<std::size_t>(120 + 20 * i)] += 300;
    const auto in = *withSmoothing(test::skiff(), "house-battery", *parseSteps(steps));
    const auto plain = *resolve(in, "");
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(plain, {{}, *recordingsFor(plain, {capture})}, history);
    run.advanceTo(ticksFromSeconds(19.9));
    return signalFigures(plain, stemChoices(plain, 0).front(), history, run.now());
}

TEST(SignalFigures, AMedianStopsSingleSpikesAndAMeanPassesThem)
{
    const auto median = figuresOf("median 5", 3);
    EXPECT_EQ(median.spikes, 3);
    EXPECT_EQ(median.spikesPassed, 0);
    const auto mean = figuresOf("moving average 8", 3);
    EXPECT_EQ(mean.spikes, 3);
    EXPECT_EQ(mean.spikesPassed, 3);
    EXPECT_EQ(figuresOf("", 0).spikes, 0);
}

TEST(SignalFigures, CountTheChangesOfTheShownText)
{
    EXPECT_NEAR(figuresOf("moving average 8", 0).digitChangesPerSecond, 0, 1e-9);
    EXPECT_GT(figuresOf("moving average 8", 4).digitChangesPerSecond, 0.3);
}

} // namespace
} // namespace fern
