#include "des/event_queue.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>

namespace fern {
namespace {

TEST(EventQueue, RunsEqualTimesInTheOrderAdded)
{
    EventQueue<int> queue;
    queue.add({5}, 1);
    queue.add({3}, 2);
    queue.add({5}, 3);
    queue.add({3}, 4);
    std::vector<int> order;
    while (!queue.empty())
        order.push_back(queue.take());
    EXPECT_EQ(order, (std::vector<int>{2, 4, 1, 3}));
    EXPECT_EQ(queue.now(), Ticks{5});
}

RC_GTEST_PROP(EventQueue, IsAStableSortByTime, (std::vector<unsigned char> times))
{
    EventQueue<std::size_t> queue;
    std::vector<std::size_t> expected(times.size());
    for (std::size_t i = 0; i < times.size(); ++i) {
        queue.add({times[i]}, i);
        expected[i] = i;
    }
    std::stable_sort(
        expected.begin(), expected.end(), [&](auto a, auto b) { return times[a] < times[b]; });
    for (const auto index : expected)
        RC_ASSERT(queue.take() == index);
}

RC_GTEST_PROP(FirstLook, IsTheFirstTurnNotBeforeTheEvent, ())
{
    const Ticks start{*rc::gen::inRange<std::int64_t>(0, 1000)};
    const Ticks turn{*rc::gen::inRange<std::int64_t>(1, 50)};
    const Ticks event{*rc::gen::inRange<std::int64_t>(0, 3000)};
    Ticks look = start;
    while (look < event)
        look += turn;
    RC_ASSERT(firstLook(start, turn, event) == look);
}

} // namespace
} // namespace fern
