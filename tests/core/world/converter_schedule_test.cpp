// A module's converter against a simulation written another way: step by step, with a queue.

#include "world/converter_schedule.h"

#include <deque>
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

constexpr Ticks step = Ticks{1'000'000}; // of the simulation

struct Asked {
    std::size_t input = 0;
    std::int64_t at = 0; ///< steps
};
struct Given {
    std::int64_t begin = -1, ready = -1; ///< steps
    int sinceSwitch = -1; ///< conversions on its input before it; −1: it never was switched

    bool operator==(const Given&) const = default;
};

/// Every step in turn: the converter ends what it does, and takes the next that waits.
std::vector<Given> stepByStep(const ConverterPace& pace, const std::vector<Asked>& asks)
{
    const auto each = pace.conversion / step;
    std::vector<Given> given(asks.size());
    std::deque<std::size_t> waiting;
    std::optional<std::size_t> input, served;
    bool wasSwitched = false;
    int toMake = 0; // conversions for the one that is served
    int made = 0; // on this input
    std::int64_t begun = 0, lastBegin = -1;
    bool runs = false;
    for (std::int64_t now = 0;; ++now) {
        const auto latest = [&](std::size_t ask, int index) {
            given[ask] = {lastBegin, now, wasSwitched ? index : -1};
        };
        if (runs && now == begun + each) {
            lastBegin = begun;
            ++made;
            runs = false;
            if (served && --toMake == 0)
                latest(*std::exchange(served, {}), made - 1);
        }
        for (std::size_t i = 0; i < asks.size(); ++i)
            if (asks[i].at == now) {
                if (!input)
                    input = asks[i].input;
                waiting.push_back(i);
            }
        // A conversion that has ended serves everybody who waits for this input, at once.
        const bool isContinuous = pace.mode == ConversionMode::Continuous;
        while (!served && !waiting.empty() && isContinuous && asks[waiting.front()].input == input
            && made > 0) {
            latest(waiting.front(), made - 1);
            waiting.pop_front();
        }
        if (!served && !waiting.empty() && asks[waiting.front()].input != input) {
            served = waiting.front();
            waiting.pop_front();
            input = asks[*served].input;
            wasSwitched = true;
            toMake = pace.discards + 1;
            made = 0;
            runs = false;
        } else if (!served && !waiting.empty() && !runs && !isContinuous) {
            served = waiting.front();
            waiting.pop_front();
            toMake = 1;
        }
        if (!runs && (served || isContinuous)) {
            runs = true;
            begun = now;
        }
        const bool isDone =
            std::all_of(given.begin(), given.end(), [](const Given& g) { return g.ready >= 0; });
        if (isDone)
            return given;
    }
}

RC_GTEST_PROP(ConverterSchedule, IsWhatEveryStepGives, ())
{
    const ConverterPace pace{step * *rc::gen::inRange(1, 40),
        *rc::gen::element(ConversionMode::Continuous, ConversionMode::Single),
        *rc::gen::inRange(0, 5), *rc::gen::inRange(0, 4)};
    std::vector<Asked> asks;
    std::int64_t at = 0;
    const auto count = *rc::gen::inRange(1, 30);
    const auto inputs = *rc::gen::inRange<std::size_t>(1, 4);
    for (int i = 0; i < count; ++i) {
        at += *rc::gen::inRange(0, 60);
        asks.push_back({*rc::gen::inRange<std::size_t>(0, inputs), at});
    }
    const auto expected = stepByStep(pace, asks);
    ConverterSchedule schedule(pace);
    for (std::size_t i = 0; i < asks.size(); ++i) {
        const auto got = schedule.ask(asks[i].input, step * asks[i].at);
        RC_ASSERT(got.begin == step * expected[i].begin);
        RC_ASSERT(got.ready == step * expected[i].ready);
        const int since = expected[i].sinceSwitch;
        const double left =
            since < 0 ? 0 : std::max(0.0, (pace.settles - since) / (pace.settles + 1.0));
        RC_ASSERT(got.oldShare == left);
    }
}

// Four conversions of 100 ms until another input is settled: 400 ms at 10 samples a second, the
// data sheets of bridge converters (common practice).
TEST(ConverterSchedule, ASwitchCostsWhatTheFirmwareThrowsAway)
{
    ConverterSchedule patient({ticksFromSeconds(0.1), ConversionMode::Continuous, 3, 3});
    patient.ask(0, {});
    const auto second = patient.ask(1, ticksFromSeconds(1));
    EXPECT_EQ(second.ready, ticksFromSeconds(1.4));
    EXPECT_EQ(second.oldShare, 0);
    ConverterSchedule hasty({ticksFromSeconds(0.1), ConversionMode::Continuous, 3, 0});
    hasty.ask(0, {});
    const auto early = hasty.ask(1, ticksFromSeconds(1));
    EXPECT_EQ(early.ready, ticksFromSeconds(1.1));
    EXPECT_EQ(early.oldShare, 0.75);
    EXPECT_EQ(early.old, 0U);
}

} // namespace
} // namespace fern
