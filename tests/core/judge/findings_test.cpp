#include "judge/findings.h"
#include "judge/rules/signal.h"

#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "instrument/program_edits.h"
#include "parts/catalogue.h"
#include "plan/starting_points.h"
#include "plan/wiring.h"
#include "smooth/step_text.h"
#include "tests/core/judge/display_cases.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/core/judge/program_cases.h"
#include "tests/core/judge/scale_cases.h"
#include "tests/core/judge/smooth_cases.h"
#include "tests/core/judge/source_cases.h"
#include "tests/core/judge/text_cases.h"
#include "tests/core/judge/wish_cases.h"
#include "tests/support.h"

#include <algorithm>
#include <set>

namespace fern {
namespace {

std::vector<Finding> findingsIn(const Instrument& instrument)
{
    auto plain = *resolve(instrument, "");
    plain.today = test::lookedAtOn;
    return findingsOf(instrument, plain);
}

const Finding* find(const std::vector<Finding>& findings, const std::string& rule)
{
    const auto it = std::find_if(
        findings.begin(), findings.end(), [&](const Finding& f) { return f.rule == rule; });
    return it == findings.end() ? nullptr : &*it;
}

Instrument withResistors(double r1, double r2)
{
    FrontEndSpec divider;
    divider.r1 = {r1, "kohm"};
    divider.r2 = {r2, "kohm"};
    return *withFrontEnd(test::skiff(), "house-battery", divider);
}
Instrument withSteps(const std::string& steps)
{
    return *withSmoothing(test::skiff(), "house-battery", *parseSteps(steps));
}
Instrument withRedraw(double ms)
{
    auto display = *test::skiff().displays[0];
    display.redrawEvery = {ms, "ms"};
    return *withDisplay(test::skiff(), display);
}
Instrument withDigits(int decimals, int width)
{
    auto text = test::skiff().readers[0]->text;
    text.decimals = decimals;
    text.width = width;
    return *withText(test::skiff(), "helm-volts", text);
}
Instrument withFont(const std::string& font, int scale, int x)
{
    auto field = test::skiff().pages[0]->fields[1];
    field.font = font;
    field.scale = scale;
    field.x = x;
    return *withField(test::skiff(), "battery", field);
}

Instrument withRealBits(int real)
{
    auto converter = *test::skiff().parts[0]->converter;
    converter.bits = 16;
    converter.realBits = real;
    return *withConverter(test::skiff(), "board", converter);
}
/// The house battery at a converter with programmable gain.
Instrument atConverter(double range)
{
    auto part = findInCatalogue("converter-gain-16")->part;
    part.name = "Converter";
    auto in = *withPartWired(test::skiff(), part);
    in = *withChannelReadBy(in, "house-battery", in.parts.back()->id);
    return *withSourceRange(in, "house-battery", {range, "V"});
}

std::vector<test::RuleCase> madeCases()
{
    std::vector<test::RuleCase> all{
        {"P09", Severity::Stop, withResistors(33, 12), "14.6 V puts 3.89 V on the pin",
            withResistors(39, 12.6)},
        // 14.6 V · 12/52 = 3.369 V; full scale of the near miss 14.611 V.
        {"R03", Severity::Check, withResistors(40, 12),
            "House battery gives code 4095 for everything above 14.3 V", withResistors(41.14, 12)},
        {"R06", Severity::Note, withResistors(91, 12), "Only 52 % of the converter's range is used",
            withResistors(76, 12)},
        {"R09", Severity::Note, withRealBits(12), "Of the 16 bits of House battery 12 are real",
            withRealBits(16), false},
        {"T01", Severity::Check, withDigits(2, 5), "2 decimals are shown, 1 is honest",
            withDigits(1, 5)},
        {"T02", Severity::Check, withDigits(1, 3), "14.6 needs 4 cells, the field has 3",
            withDigits(1, 4)},
        {"D01", Severity::Check, withFont("12x24", 2, 9), "“helm-volts” is 1 pixel too large",
            withFont("12x24", 2, 8)},
        {"M01", Severity::Check, withSteps("exponential tau 2.1"), "Smoothing alone is 2.05 s late",
            withSteps("exponential tau 2")},
        {"G03", Severity::Stop, withRedraw(20), "Redrawing takes 127 % of the time",
            withRedraw(30)},
        {"G04", Severity::Note, withRedraw(200), "Redrawn 5 times a second, faster than eyes read",
            withRedraw(250)},
    };
    for (auto& c : test::partsCases())
        all.push_back(std::move(c));
    for (auto& c : test::displayCases())
        all.push_back(std::move(c));
    for (auto& c : test::sourceCases())
        all.push_back(std::move(c));
    for (auto& c : test::scaleCases())
        all.push_back(std::move(c));
    for (auto& c : test::smoothCases())
        all.push_back(std::move(c));
    for (auto& c : test::wishCases())
        all.push_back(std::move(c));
    for (auto& c : test::programCases())
        all.push_back(std::move(c));
    for (auto& c : test::textCases())
        all.push_back(std::move(c));
    return all;
}

const std::vector<test::RuleCase>& cases()
{
    static const auto all = madeCases();
    return all;
}

TEST(Findings, EveryRuleHasItsCase)
{
    std::set<std::string> covered;
    for (const auto& c : cases())
        covered.insert(c.rule);
    for (const auto& rule : rules()) {
        EXPECT_TRUE(covered.contains(std::string(rule.id))) << rule.id;
        EXPECT_FALSE(rule.summary.empty());
    }
}

TEST(Findings, FireWithTheirWholeTitle)
{
    for (const auto& c : cases()) {
        const auto findings = findingsIn(c.fires);
        const auto* finding = find(findings, c.rule);
        ASSERT_NE(finding, nullptr) << c.rule;
        EXPECT_EQ(finding->title, c.title);
        EXPECT_EQ(finding->severity, c.severity) << c.rule;
        EXPECT_FALSE(finding->reason.empty() || finding->source.empty() || finding->place.empty())
            << c.rule;
    }
}

TEST(Findings, StaySilentOnANearMiss)
{
    for (const auto& c : cases())
        EXPECT_EQ(find(findingsIn(c.nearMiss), c.rule), nullptr) << c.rule;
}

TEST(Findings, GoAwayWithTheirFix)
{
    for (const auto& c : cases()) {
        const auto findings = findingsIn(c.fires);
        const auto* finding = find(findings, c.rule);
        ASSERT_NE(finding, nullptr) << c.rule;
        EXPECT_EQ(finding->fixes.empty(), !c.hasFix) << c.rule;
        for (const auto& fix : finding->fixes) {
            const auto fixed = fix.apply(c.fires);
            ASSERT_TRUE(fixed) << c.rule << ": " << fix.label;
            const auto after = findingsIn(*fixed);
            const auto* again = find(after, c.rule);
            EXPECT_TRUE(again == nullptr || again->title != finding->title)
                << c.rule << ": " << fix.label;
            EXPECT_NE(*fixed, c.fires);
        }
    }
}

TEST(Findings, ADisplayOnABusHasNoClockOfItsOwn)
{
    auto display = *test::skiff().displays[0];
    EXPECT_EQ(find(findingsIn(test::skiff()), "P21"), nullptr);
    display.busSpeed = {100, "kHz"};
    const auto in = *withDisplay(test::skiff(), display);
    const auto findings = findingsIn(in);
    const auto* finding = find(findings, "P21");
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->title, "The 100 kHz of helm do not count");
    EXPECT_EQ(*finding->fixes.at(0).apply(in), test::skiff());
}

// The door lets a board of 3.3 V begin with a display that wants 5 V.
TEST(Findings, ADisplayThatWantsMoreThanItsBoardGivesIsFedFromASupply)
{
    for (const char* board :
        {"board-wifi-many-inputs", "board-wifi-one-input", "board-32bit-two-cores"}) {
        const auto* entry = findInCatalogue(board);
        ASSERT_NE(entry, nullptr) << board;
        const auto in =
            emptyInstrument("Meter", entry->part, findInCatalogue("character-16x2-i2c")->part);
        const auto findings = findingsIn(in);
        const auto* finding = find(findings, "P12");
        ASSERT_NE(finding, nullptr) << board;
        ASSERT_EQ(finding->fixes.size(), 1U) << board;
        // Its bus is pulled up to 5 V then, which is the next thing to mend.
        auto fed = *finding->fixes[0].apply(in);
        for (int step = 0; step < 5; ++step)
            for (const auto& left : findingsIn(fed))
                if (left.severity == Severity::Stop) {
                    ASSERT_FALSE(left.fixes.empty()) << board << ": " << left.title;
                    fed = *left.fixes[0].apply(fed);
                    break;
                }
        for (const auto& left : findingsIn(fed))
            EXPECT_NE(left.severity, Severity::Stop) << board << ": " << left.title;
    }
}

// Common practice: an absolute maximum of 0.3 V below ground, whatever a signed range says.
TEST(Findings, AnInputBelowGroundIsDamaged)
{
    const auto down = [](double volts) {
        auto in = atConverter(4.096);
        auto wish = in.channels[0]->wish;
        wish.from = {volts, "V"};
        return *withWish(in, "house-battery", wish);
    };
    const auto findings = findingsIn(down(-5));
    const auto* finding = find(findings, "P09");
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->title, "The pin of House battery goes down to -1.02 V"); // -5 V · 12/59
    EXPECT_EQ(finding->severity, Severity::Stop);
    EXPECT_EQ(find(findingsIn(down(-1.4)), "P09"), nullptr); // -0.285 V
}

TEST(Findings, AnOpenLineIsTiedWhereItUsuallyGoes)
{
    const auto fixesOf = [](const char* name) {
        auto in = test::skiff();
        auto part = findInCatalogue("potentiometer")->part;
        part.name = "Radio";
        part.lines = {{.name = "select", .pin = "IO4"}, {.name = name, .isRequired = true}};
        in = *withPartAdded(in, part);
        std::vector<std::string> labels;
        const auto findings = findingsIn(in);
        const auto* finding = find(findings, "P19");
        EXPECT_NE(finding, nullptr) << name;
        for (const auto& fix : finding == nullptr ? std::vector<Fix>{} : finding->fixes)
            labels.push_back(fix.label);
        return labels;
    };
    EXPECT_EQ(fixesOf("enable"), std::vector<std::string>{"Tie enable to the supply"});
    EXPECT_EQ(fixesOf("contrast"), std::vector<std::string>{"Tie contrast to ground"});
    EXPECT_TRUE(fixesOf("strap").empty());
}

TEST(Findings, ChannelsWithoutAPinDoNotShareOne)
{
    auto in = *withPin(test::skiff(), {"house-battery", "", ""}, "");
    in = *withPin(in, {"bilge", "", ""}, "");
    const auto findings = findingsIn(in);
    EXPECT_EQ(find(findings, "P04"), nullptr);
    const auto* finding = find(findings, "P05");
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->title, "The channel House battery has no pin");
    const auto fixed = finding->fixes.at(0).apply(in);
    EXPECT_FALSE(fixed->channels[0]->source.pin.empty());
}

// 14.6 V · 12/59 = 2.97 V at the input: ±4.096 V takes it, ±2.048 V clips, ±6.144 V wastes half.
TEST(Findings, ChooseTheRangeOfAProgrammableGain)
{
    EXPECT_EQ(find(findingsIn(atConverter(4.096)), "R03"), nullptr);
    EXPECT_EQ(find(findingsIn(atConverter(4.096)), "R06"), nullptr);
    for (const auto& [range, rule] : {std::pair{2.048, "R03"}, std::pair{6.144, "R06"}}) {
        const auto findings = findingsIn(atConverter(range));
        const auto* finding = find(findings, rule);
        ASSERT_NE(finding, nullptr) << rule;
        ASSERT_EQ(finding->fixes.size(), 1U);
        EXPECT_EQ(finding->fixes[0].label, "Set the range to ±4.096 V");
        const auto fixed = finding->fixes[0].apply(atConverter(range));
        EXPECT_EQ(find(findingsIn(*fixed), rule), nullptr) << rule;
    }
}

TEST(Findings, AreNoneOnASoundInstrument)
{
    for (const auto& finding : findingsIn(test::shed()))
        ADD_FAILURE() << finding.rule << " " << finding.title;
}

// A decision silences one finding at one place: it goes to the end and keeps its reason.
TEST(Findings, AreLivedWithWhereADecisionSaysSo)
{
    const auto in = *withDecision(
        test::skiff(), "T01", "/readers/helm-volts/text", "the trend matters", "2031-06-14");
    const auto findings = findingsIn(in);
    const auto* finding = find(findings, "T01");
    ASSERT_NE(finding, nullptr);
    ASSERT_TRUE(finding->livedWith);
    EXPECT_EQ(finding->livedWith->reason, "the trend matters");
    EXPECT_EQ(finding, &findings.back());
    const auto other =
        *withDecision(test::skiff(), "T01", "/readers/bow-volts/text", "elsewhere", "2031-06-14");
    EXPECT_FALSE(find(findingsIn(other), "T01")->livedWith);
}

TEST(Findings, AResistiveSensorWantsTheBestFixedResistor)
{
    Instrument in = *withStartingPoint(
        emptyInstrument("Shed", startingBoards()[0].part, startingDisplays()[0].part),
        *findStartingPoint("air-temperature"), "Shed");
    EXPECT_EQ(find(findingsIn(in), "R06"), nullptr);
    auto frontEnd = in.channels[0]->frontEnd;
    frontEnd.fixed = {470, "ohm"};
    in = *withFrontEnd(in, "shed", frontEnd);
    const auto findings = findingsIn(in);
    const auto* finding = find(findings, "R06");
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->title, "Only 9 % of the converter's range is used");
    EXPECT_EQ(find(findingsIn(*finding->fixes.at(0).apply(in)), "R06"), nullptr);
}

TEST(Findings, TheWorstComeFirst)
{
    const auto findings = findingsIn(withResistors(33, 12));
    ASSERT_GE(findings.size(), 2U);
    EXPECT_TRUE(std::is_sorted(findings.begin(), findings.end(),
        [](const auto& a, const auto& b) { return a.severity > b.severity; }));
}

TEST(Findings, TheDividerFixNamesAnE24Pair)
{
    const auto findings = findingsIn(withResistors(33, 12));
    const auto* finding = find(findings, "P09");
    ASSERT_TRUE(finding != nullptr && !finding->fixes.empty());
    EXPECT_EQ(finding->fixes.front().label, "Use 75 kΩ over 20 kΩ");
}

TEST(Findings, SpeakOnlyOnceAboutOneCause)
{
    // Above the damage level the clipping rule is silent.
    EXPECT_EQ(find(findingsIn(withResistors(33, 12)), "R03"), nullptr);
}

TEST(Findings, ANegativeRangeIsClippedAtZero)
{
    auto wish = test::skiff().channels[0]->wish;
    wish.from = {-1, "V"};
    const auto findings = findingsIn(*withWish(test::skiff(), "house-battery", wish));
    const auto* finding = find(findings, "R03");
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->title, "House battery gives code 0 for everything below 0 V");
}

// Awake for a ten-thousandth of the time: the share that the fix writes is told exactly enough.
TEST(Findings, ASleepOfAnyLengthIsCountedByItsFix)
{
    for (const double seconds : {2.0, 60.0, 3600.0}) {
        const auto in = test::sleeping(seconds, 0);
        const auto findings = findingsIn(in);
        const auto* finding = find(findings, "P13");
        ASSERT_NE(finding, nullptr) << seconds;
        EXPECT_EQ(find(findingsIn(*finding->fixes.front().apply(in)), "P13"), nullptr) << seconds;
    }
}

// A place that bears few writes cannot be spared by an interval that the file refuses.
TEST(Findings, AFixIsNeverOneThatTheFileRefuses)
{
    const auto worn = *withTaskParameter(test::saving(TaskWhen::Due, 5), "save", "life", "100");
    const auto findings = findingsIn(worn);
    const auto* finding = find(findings, "G16");
    ASSERT_NE(finding, nullptr);
    for (const auto& fix : finding->fixes)
        EXPECT_TRUE(fix.apply(worn)) << fix.label;
    auto loud = test::inTheAir(12, 60, 3);
    loud = *withDeviceChanged(
        loud, loud.devices[0]->id, [](Device& device) { device.radio.air.sharePercent = 0.001; });
    const auto airborne = findingsIn(loud);
    ASSERT_NE(find(airborne, "G09"), nullptr);
    for (const auto& fix : find(airborne, "G09")->fixes)
        EXPECT_TRUE(fix.apply(loud)) << fix.label;
}

// What a rule has said without a run and a run has seen is one finding.
TEST(Findings, WhatARunHasSeenIsNotSaidTwice)
{
    const auto in = test::polledWheel(8, 100);
    const auto plain = *resolve(in, "");
    auto findings = findingsOf(in, plain);
    const auto count = findings.size();
    addSeen(findings, scenarioFindings(in, plain));
    EXPECT_EQ(findings.size(), count);
    const auto* lost = find(findings, "G01");
    ASSERT_NE(lost, nullptr);
    EXPECT_NE(lost->reason.find(" In the run: "), std::string::npos) << lost->reason;
    std::vector<Finding> none;
    addSeen(none, scenarioFindings(in, plain));
    EXPECT_NE(find(none, "G01"), nullptr) << "alone it stands for itself";
}

} // namespace
} // namespace fern
