#include "judge/newest_texts.h"

#include "tests/core/sources.h"

namespace fern {
namespace {

TEST(NewestTexts, AreWhatTheFirstReadersWouldWrite)
{
    auto in = test::withSource(test::bench(), "Speed", test::receiverCase({{0, 36}}));
    in = test::withSource(in, "Remote", test::remoteCase({{14, "up"}}));
    EXPECT_EQ(
        newestTexts(*resolve(in, ""), RunHistory(Ticks{}), {}), (std::vector<std::string>{"", ""}))
        << "nothing has come";
    const test::Ran ran(in, 20);
    EXPECT_EQ(newestTexts(ran.plain, ran.history, ran.run.now()),
        (std::vector<std::string>{"36.0 km/h", "up"}));
}

} // namespace
} // namespace fern
