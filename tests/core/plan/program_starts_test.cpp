// Programs to begin with.

#include "plan/program_starts.h"

#include "judge/findings.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/core/judge/program_cases.h"

namespace fern {
namespace {

std::string rulesOf(const Instrument& in)
{
    std::string rules;
    for (const auto& finding : findingsOf(in, *resolve(in, "")))
        rules += finding.rule + " ";
    return rules;
}

// The sound ones bring no finding to a sound build, the others do.
TEST(ProgramStarts, SoundOnesBringNoFinding)
{
    const auto wheel = test::polledWheel(0.5); // at a rate that a redraw bears
    for (const auto& start : programStarts()) {
        const auto shed = *start.make(test::shed());
        EXPECT_EQ(rulesOf(shed).empty(), start.isSound) << start.words << ": " << rulesOf(shed);
        const auto polled = *start.make(wheel);
        EXPECT_TRUE(start.isSound || rulesOf(polled) != rulesOf(wheel)) << start.words;
    }
}

TEST(ProgramStarts, EachReplacesTheOneBefore)
{
    for (const auto& first : programStarts())
        for (const auto& second : programStarts())
            EXPECT_EQ(*second.make(*first.make(test::shed())), *second.make(test::shed()))
                << first.words << ", then " << second.words;
}

} // namespace
} // namespace fern
