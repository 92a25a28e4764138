#include "judge/wishes.h"

#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "judge/findings.h"
#include "judge/subject.h"
#include "plan/starting_points.h"
#include "run/channel_run.h"
#include "tests/core/judge/smooth_cases.h"
#include "tests/support.h"

#include <gmock/gmock.h>

#include <algorithm>
#include <cmath>
#include <set>

namespace fern {
namespace {

std::vector<WishVerdict> verdictsOf(const PlainInstrument& plain)
{
    return wishesOf(plain, 0, worstBudget(plain.channels[0], 0));
}

TEST(Wishes, StandBesideWhatTheDesignGives)
{
    const auto verdicts = verdictsOf(test::plainSkiff());
    ASSERT_EQ(verdicts.size(), 6U);
    EXPECT_EQ(verdicts[0].found, "0 to 16.22 V");
    EXPECT_EQ(verdicts[1].found, "10 mV");
    EXPECT_EQ(verdicts[2].found, "±0.19 V");
    // 0.1 s between samples, 0.951 s of smoothing, 0.5 s until the redraw and 24.9 ms of it, 10 ms
    // of the panel, and once more the redraw that a sample, and the sample that a redraw waits for.
    EXPECT_EQ(verdicts[3].found, "1.61 s");
    // 7 Ah, 80 % of it. At 5 V flow 104.1 mA of the board and what it feeds, 5 mA of its regulator
    // and 5 mA of the paddlewheel; the step-down takes 5 V/(12.8 V·88 %) of that and 2 mA.
    EXPECT_EQ(verdicts[4].found, "84 h");
    // The 8 of 12x24 at ×2 is 30 rows of 0.17 mm; 20' of arc.
    EXPECT_EQ(verdicts[5].found, "0.88 m");
    for (const auto& verdict : verdicts)
        EXPECT_EQ(verdict.verdict, Verdict::Met) << verdict.found << ", " << verdict.note;
}

TEST(Wishes, SayWhatTheirNumbersAreMadeOf)
{
    std::vector<std::string> notes;
    for (const auto& verdict : verdictsOf(test::plainSkiff()))
        notes.push_back(verdict.wished + ": " + verdict.note);
    // 80 % of 7 Ah; 30 rows of 0.17 mm.
    EXPECT_THAT(notes,
        testing::ElementsAre("10 to 14.6 V: what the converter can read",
            "0.1 V: the last digit that is shown",
            "±0.2 V: k = 2, at 14.6 V, most from the divider resistor r2",
            "2 s: the oldest that a shown number gets", "10 h: 5.6 Ah usable at 66.4 mA on average",
            "0.55 m: digits 5.1 mm high, 20 minutes of arc"));
}

// Twenty pulses for a km/h in a gate of a second count 0.05 km/h; a fifth of that needs five
// seconds, which a number may or may not be old.
TEST(Wishes, AWayIsNotTakenThatCostsAnotherWish)
{
    const auto labelsWithin = [](double freshness) {
        auto in = test::withWheel(20, [](PulseSpec&) {});
        auto wish = in.channels[0]->wish;
        wish.step = {0.01, "km/h"};
        wish.freshness = {freshness, "s"};
        in = *withWish(in, "thing", wish);
        auto text = in.readers[0]->text;
        text.decimals = 2;
        text.width = 6;
        in = *withText(in, in.readers[0]->id, text);
        std::vector<std::string> labels;
        for (const auto& finding : findingsOf(in, *resolve(in, "")))
            if (finding.rule == "W02")
                for (const auto& fix : finding.fixes)
                    labels.push_back(fix.label);
        return labels;
    };
    EXPECT_EQ(labelsWithin(20), std::vector<std::string>{"Sample every 5300 ms"});
    EXPECT_EQ(labelsWithin(4), std::vector<std::string>{}) << "it is 1.6 s old now";
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
    for (const std::size_t i : {0U, 1U, 2U, 3U, 5U}) {
        EXPECT_EQ(verdicts[i].verdict, Verdict::Missed) << verdicts[i].found;
        EXPECT_GT(verdicts[i].missedBy, 0);
    }
    EXPECT_EQ(verdicts[4].verdict, Verdict::Unknown);
    EXPECT_EQ(verdicts[4].note, "no battery among the parts");
}

// Where nothing is known of a source, nothing is claimed of it.
TEST(Wishes, OfASourceWhoseAccuracyIsNotToldAreNotJudged)
{
    const auto whole = *resolve(test::wholeSkiff(), "");
    auto c = whole.channels[indexOf(whole.channels, "satellite-speed")];
    c.accuracy = 0;
    const auto budget = worstBudget(c, 0);
    EXPECT_TRUE(std::isnan(budget.accuracy));
    EXPECT_EQ(budget.missing, "how far the source may be off is not told");
    EXPECT_GT(budget.repeatability, 0); // the scatter is told
    c.accuracy = 0.1;
    EXPECT_TRUE(worstBudget(c, 0).isKnown());
}

// A channel that no page shows has no step, no age and no digits to be read.
TEST(Wishes, OfAChannelThatIsShownNowhereAreNotJudgedWhereTheyNeedAPage)
{
    auto plain = test::plainSkiff();
    for (auto& page : plain.displays[0].pages)
        page.fields.clear();
    const auto verdicts = verdictsOf(plain);
    EXPECT_EQ(verdicts[0].verdict, Verdict::Met);
    EXPECT_EQ(verdicts[2].verdict, Verdict::Met);
    for (const std::size_t i : {1U, 3U, 5U}) {
        EXPECT_EQ(verdicts[i].verdict, Verdict::Unknown);
        EXPECT_THAT(verdicts[i].note, testing::HasSubstr("no page shows it"));
    }
}

// More decimals are only offered where they mean something.
TEST(Wishes, OfAStepAreMetByHonestDecimals)
{
    auto in = *withoutChannel(test::skiff(), "bilge");
    auto text = in.readers[0]->text;
    text.decimals = 0;
    in = *withText(in, "helm-volts", text);
    const auto fixesOf = [](const Instrument& instrument) {
        auto plain = *resolve(instrument, "");
        test::keepFirstDisplay(plain);
        for (const auto& finding : findingsOf(instrument, plain))
            if (finding.rule == "W02")
                return finding.fixes;
        ADD_FAILURE() << "no W02";
        return std::vector<Fix>{};
    };
    ASSERT_EQ(fixesOf(in).size(), 1U);
    EXPECT_EQ(fixesOf(in)[0].label, "Show 1 decimal");
    EXPECT_EQ(fixesOf(in)[0].apply(in)->readers[0]->text.decimals, 1);
    auto wish = in.channels[0]->wish;
    wish.step = {10, "mV"};
    EXPECT_TRUE(fixesOf(*withWish(in, "house-battery", wish)).empty()); // ±0.19 V
}

// Digits that are too small get the smallest lettering that is large enough and clear of the rest.
TEST(Wishes, OfADistanceAreMetByLargerLettering)
{
    auto in = *withoutChannel(test::skiff(), "bilge");
    auto field = in.pages[0]->fields[1];
    field.font = "5x8";
    field.scale = 1;
    in = *withField(in, "battery", field);
    in = *withInstrumentWish(in, [&] {
        auto wish = in.wish;
        wish.readingDistance = {0.75, "m"};
        return wish;
    }());
    auto plain = *resolve(in, "");
    test::keepFirstDisplay(plain);
    const auto findings = findingsOf(in, plain);
    const auto small = std::find_if(
        findings.begin(), findings.end(), [](const Finding& f) { return f.rule == "W06"; });
    ASSERT_NE(small, findings.end());
    ASSERT_EQ(small->fixes.size(), 1U) << small->title;
    auto after = *resolve(*small->fixes[0].apply(in), "");
    test::keepFirstDisplay(after);
    EXPECT_EQ(wishOf(after, 0, Wish::ReadingDistance).verdict, Verdict::Met);
}

Instrument shedWithTemperature(std::size_t board)
{
    return *withStartingPoint(
        emptyInstrument("Shed", startingBoards()[board].part, startingDisplays()[0].part),
        *findStartingPoint("air-temperature"), "Shed");
}

// The worst place decides, so that the verdict stays while time runs.
TEST(Wishes, AreJudgedAtTheWorstPlaceOfTheRange)
{
    const auto plain = *resolve(shedWithTemperature(0), "");
    const auto& c = plain.channels[0];
    const auto worst = worstBudget(c, 0);
    for (int i = 0; i <= 40; ++i) {
        const double at = c.from + (c.to - c.from) * i / 40;
        EXPECT_GE(worst.accuracy * 1.001, budgetOf(c, at, 0).accuracy);
        EXPECT_GE(coarsestCount(c) * 1.001, countAt(c, at));
    }
    EXPECT_GT(worst.accuracy, 1.05 * budgetOf(c, (c.from + c.to) / 2, 0).accuracy);
}

/// What the rules and the wishes say of a shed's temperature with wishes in a unit.
struct Said {
    std::set<std::string> rules;
    std::vector<Verdict> verdicts;
};
Said saidIn(const std::string& unit, double from, double to, double half)
{
    auto in = shedWithTemperature(1);
    auto wish = in.channels[0]->wish;
    wish.from = {from, unit};
    wish.to = {to, unit};
    wish.step = {half / 5, unit};
    wish.tolerance = {half, unit};
    in = *withWish(in, in.channels[0]->id, wish);
    in = *withReaderUnit(in, in.readers[0]->id, unit);
    auto converter = *in.parts[0]->converter;
    converter.noiseLsb = 12;
    in = *withConverter(in, "board", converter);
    auto text = in.readers[0]->text;
    text.decimals = 0;
    text.width = 6;
    in = *withText(in, in.readers[0]->id, text);
    // A known value that is missed by four of its tolerances.
    Calibration draft;
    draft.accuracy.isExact = true;
    const auto before = resolve(in, "")->channels[0];
    const double middle = (before.from + before.to) / 2;
    draft.pairs = {{nominalReading(before, middle), fromSi(middle, before.unit) + 4 * half}};
    in = *withDraft(in, in.channels[0]->id, draft);
    const auto plain = *resolve(in, "");
    Said said;
    for (const auto& finding : findingsOf(in, plain))
        if (finding.rule != "T04") // the title goes on saying °C
            said.rules.insert(finding.rule);
    for (const auto& verdict : verdictsOf(plain))
        said.verdicts.push_back(verdict.verdict);
    return said;
}

// Half a degree is half a degree in every unit, whatever its zero is.
TEST(Wishes, OfATemperatureAreTheSameInEveryUnit)
{
    const auto celsius = saidIn("degC", -10, 50, 0.5);
    for (const char* rule : {"R01", "S14", "W02", "W03"})
        EXPECT_TRUE(celsius.rules.contains(rule)) << rule;
    for (const auto& other : {saidIn("K", 263.15, 323.15, 0.5), saidIn("degF", 14, 122, 0.9)}) {
        EXPECT_EQ(other.rules, celsius.rules);
        EXPECT_EQ(other.verdicts, celsius.verdicts);
    }
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
