#include "judge/wishes.h"

#include "judge/subject.h"
#include "run/firmware_run.h"
#include "tests/support.h"

#include <algorithm>

namespace fern {
namespace {

std::vector<WishVerdict> verdictsOf(const PlainInstrument& plain)
{
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(5));
    const auto choice = stemChoices(plain, 0).front();
    return wishesOf(plain, choice, stemOf(plain, choice, history, run.now()));
}

TEST(Wishes, StandBesideWhatTheDesignGives)
{
    const auto verdicts = verdictsOf(*resolve(test::skiff(), ""));
    ASSERT_EQ(verdicts.size(), 6U);
    EXPECT_EQ(verdicts[0].found, "0 to 16.22 V");
    EXPECT_EQ(verdicts[1].found, "0.01 V");
    EXPECT_EQ(verdicts[3].found, "1.59 s");
    // 7 Ah, 80 % of it. At 5 V flow 104.1 mA of the board and what it feeds, 5 mA of its regulator
    // and 5 mA of the paddlewheel; the step-down takes 5 V/(12.8 V·88 %) of that and 2 mA.
    EXPECT_EQ(verdicts[4].found, "106 h");
    // The 8 of 12x24 at ×2 is 30 rows of 0.17 mm; 20' of arc.
    EXPECT_EQ(verdicts[5].found, "0.88 m");
    for (const auto& verdict : verdicts)
        EXPECT_EQ(verdict.verdict, Verdict::Met) << verdict.key;
}

TEST(Wishes, AreMissedOrNotJudgedWithTheReason)
{
    auto plain = test::plainSkiff();
    plain.channels[0].to = 20;
    plain.channels[0].wishedStep = 0.001;
    plain.channels[0].tolerance = 0.05;
    plain.channels[0].freshnessSeconds = 1;
    plain.readingDistance = 1.5;
    plain.runTime = {};
    const auto verdicts = verdictsOf(plain);
    for (const std::size_t i : {0U, 1U, 2U, 3U, 5U})
        EXPECT_EQ(verdicts[i].verdict, Verdict::Missed) << verdicts[i].key;
    EXPECT_EQ(verdicts[4].verdict, Verdict::Unknown);
    EXPECT_EQ(verdicts[4].note, "no battery among the parts");
}

TEST(Subjects, LeadFromAPlaceToTheChannelAndTheWorkbench)
{
    const auto in = test::skiff();
    const auto divider = subjectOf(in, "/channels/bilge/frontEnd");
    EXPECT_EQ(divider.name, "Bilge level");
    EXPECT_EQ(divider.leaf, Leaf::Sensor);
    EXPECT_EQ(subjectOf(in, "/channels/bilge/smoothing").leaf, Leaf::Smooth);
    const auto text = subjectOf(in, "/readers/bow-volts/text");
    EXPECT_EQ(text.channels, std::vector<std::string>{"house-battery"});
    EXPECT_EQ(text.leaf, Leaf::Text);
    const auto helm = subjectOf(in, "/displays/helm/redrawEvery");
    EXPECT_EQ(helm.channels, (std::vector<std::string>{"house-battery", "bilge"}));
    EXPECT_EQ(helm.leaf, Leaf::Glass);
    EXPECT_EQ(subjectOf(in, "/pages/bow-bilge/fields/level").name, "Page Bilge at the bow");
    EXPECT_EQ(subjectOf(in, "/pages/gone/fields/level").name, "Instrument");
}

} // namespace
} // namespace fern
