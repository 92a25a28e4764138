// The pace plan against runs of every member of small families, and its ways out.

#include "plan/pace_plan.h"

#include "instrument/edits.h"
#include "instrument/program_edits.h"
#include "plan/pace_proof.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/core/judge/program_cases.h"

#include <algorithm>

namespace fern {
namespace {

bool always()
{
    return true;
}

PacePlan planOf(const Instrument& in)
{
    return *planPace(in, PaceFamily(in, *resolve(in, "")), always);
}

Instrument withFreshness(Instrument in, double seconds)
{
    for (const auto& channel : in.channels) {
        auto wish = channel->wish;
        wish.freshness = {seconds, "s"};
        in = *withWish(in, channel->id, wish);
    }
    return in;
}

/// A bench whose board has no interrupt, and one core.
Instrument withoutInterrupts(Instrument in)
{
    return test::withBoard(std::move(in), [](Part& board) {
        board.processor = ProcessorClass::Bits32At80MHz;
        for (auto& pin : board.pins)
            pin.roles &= ~bitOf(PinRole::Interrupt);
    });
}

// Every member of the family is run: none breaks what its closed form promises, and none that
// keeps everything shows numbers that are fresher by more than the grain of the plan.
TEST(PacePlan, NoMemberOfASmallFamilyRunsBetter)
{
    for (const auto& in : {test::shed(), test::polledWheel(8), test::waitingSamples(5, 20)}) {
        const auto plain = *resolve(in, "");
        const PaceFamily family(in, plain);
        const auto plan = planOf(in);
        ASSERT_TRUE(plan.chosen);
        ASSERT_LE(plan.tried, 500U);
        const auto chosen = *provePace(family.with(plan.chosen->pace), always);
        constexpr double grain = 0.05;
        std::size_t ran = 0;
        family.visit(
            [&](const PaceMember& member) {
                const auto run = *provePace(family.with(family.pace(member)), always);
                EXPECT_LE(run.asked, member.figures.of(PaceLimit::Freshness));
                EXPECT_TRUE(run.lost == 0 || !member.figures.keeps(PaceLimit::Pulses));
                EXPECT_TRUE(!member.figures.keepsAll() || member.hurried > 0
                    || chosen.asked <= run.asked + grain)
                    << family.pace(member).displays[0].everySeconds << " s: " << run.asked
                    << " instead of " << chosen.asked << ", promised "
                    << member.figures.of(PaceLimit::Freshness) << " instead of "
                    << plan.chosen->figures.of(PaceLimit::Freshness);
                ++ran;
                return true;
            },
            always);
        EXPECT_EQ(ran, plan.tried);
    }
}

TEST(PacePlan, ApplyingItMakesItTheOneThatIs)
{
    for (const auto& in : {test::shed(), test::polledWheel(8), test::wholeSkiff(),
             test::printing(TaskWhen::EveryTurn, 20), test::paced(20, 100)}) {
        const auto plan = planOf(in);
        ASSERT_TRUE(plan.chosen) << plan.reasons.front();
        const auto applied = withPace(in, plan.chosen->pace);
        ASSERT_TRUE(applied) << applied.error().message;
        const auto again = planOf(*applied);
        EXPECT_TRUE(again.now.figures.keepsAll());
        ASSERT_TRUE(again.chosen);
        EXPECT_EQ(again.now.pace.displays, again.chosen->pace.displays);
        for (std::size_t k = 0; k < paceLimits; ++k)
            EXPECT_NEAR(again.now.figures.asked[k], plan.chosen->figures.asked[k], 1e-6)
                << paceLimitKeys[k];
        EXPECT_EQ(*withPace(*applied, again.chosen->pace), *applied) << "nothing is left to change";
    }
}

TEST(PacePlan, CountsByInterruptOnlyWherePollingLosesPulses)
{
    const auto slow = planOf(test::polledWheel(0.5));
    ASSERT_TRUE(slow.chosen);
    EXPECT_EQ(slow.chosen->pace.inputs[0], PulseInput::Polled);
    const auto fast = planOf(test::polledWheel(2000));
    ASSERT_TRUE(fast.chosen);
    EXPECT_EQ(fast.chosen->pace.inputs[0], PulseInput::Interrupt);
    const auto applied = *withPace(test::polledWheel(2000), fast.chosen->pace);
    EXPECT_EQ(provePace(*resolve(applied, ""), always)->lost, 0);
    const auto without = planOf(withoutInterrupts(test::polledWheel(8000)));
    EXPECT_FALSE(without.chosen) << "no redraw is short enough";
}

TEST(PacePlan, ASecondCoreRedrawsWhereNoPinHasAnInterrupt)
{
    const auto in = test::withBoard(test::polledWheel(8000), [](Part& board) {
        for (auto& pin : board.pins)
            pin.roles &= ~bitOf(PinRole::Interrupt);
    });
    const auto plan = planOf(in);
    EXPECT_FALSE(plan.now.figures.keeps(PaceLimit::Pulses));
    ASSERT_TRUE(plan.chosen);
    EXPECT_EQ(plan.chosen->pace.displays[0].core, 2);
    EXPECT_NE(plan.chosen->words[0].find(", by core 2"), std::string::npos);
    const auto applied = *withPace(in, plan.chosen->pace);
    EXPECT_EQ(provePace(*resolve(applied, ""), always)->lost, 0);
    EXPECT_TRUE(planOf(applied).now.figures.keepsAll());
}

/// A voltage in digits beside another one as a bar, which may be so old.
Instrument digitsBesideABar(double barFreshness)
{
    auto in = test::paced(500, 20, FieldKind::Bar);
    auto wish = in.channels[0]->wish;
    wish.freshness = {barFreshness, "s"};
    return *withWish(in, in.channels[0]->id, wish);
}

TEST(PacePlan, DigitsAreHeldWhereABarIsToBeFresher)
{
    const auto calm = planOf(digitsBesideABar(2));
    ASSERT_TRUE(calm.chosen);
    EXPECT_EQ(calm.chosen->pace.displays[0].digitsSeconds, 0) << "nothing asks for it";
    auto in = digitsBesideABar(2);
    auto plain = *resolve(in, "");
    auto& display = plain.displays[0];
    display.redrawEvery = ticksFromSeconds(0.1);
    EXPECT_GT(figuresOf(plain).of(PaceLimit::Readable), 2) << "digits at ten a second";
    display.digitsEvery = ticksFromSeconds(0.5);
    EXPECT_LE(figuresOf(plain).of(PaceLimit::Readable), 0.5 + 1e-9) << "a bar at ten a second";
    auto pace = paceOf(plain);
    EXPECT_EQ(pace.displays[0].digitsSeconds, 0.5);
    const auto applied = *withPace(in, pace);
    EXPECT_EQ(inSi(applied.displays[0]->digitsEvery), 0.5);
    EXPECT_NE(paceWords(plain, pace)[0].find(", its digits every 500 ms"), std::string::npos);
    const PaceFamily family(in, *resolve(in, ""));
    bool isHeldFast = false;
    family.visit(
        [&](const PaceMember& member) {
            const auto own = family.pace(member).displays[0];
            isHeldFast |=
                own.digitsSeconds == 0.5 && own.everySeconds == 0.1 && member.figures.keepsAll();
            return true;
        },
        always);
    EXPECT_TRUE(isHeldFast);
}

TEST(PacePlan, TheRedrawThatBordersOnTheWishIsKept)
{
    const auto in = test::paced(500, 100);
    const auto plain = *resolve(in, "");
    const auto age = PaceFamily(in, plain).figures(paceOf(plain)).oldest.seconds;
    EXPECT_TRUE(planOf(withFreshness(in, age * 1.001)).now.figures.keepsAll());
    EXPECT_FALSE(planOf(withFreshness(in, age * 0.999)).now.figures.keepsAll());
}

TEST(PacePlan, EveryWayOutLeadsToAPlan)
{
    auto standing = withFreshness(test::paced(500, 100), 0.4);
    for (const auto& reader : standing.readers)
        standing = *withStandsFor(standing, reader->id, {2, "s"});
    const std::vector<std::pair<std::string, Instrument>> builds{
        {"fresher than anything", withFreshness(test::paced(500, 100), 0.05)},
        {"to stand for longer than its number may be old", standing},
        {"a wait that blinds", withoutInterrupts(test::polledWheel(8, 300))},
        {"pulses without an interrupt", withoutInterrupts(test::polledWheel(8000))},
        {"smoothing that takes all", withFreshness(test::shed(), 0.9)},
    };
    for (const auto& [what, in] : builds) {
        const auto plan = planOf(in);
        EXPECT_FALSE(plan.chosen) << what;
        EXPECT_FALSE(plan.waysOut.empty()) << what;
        for (const auto& way : plan.waysOut) {
            const auto after = way.apply(in);
            ASSERT_TRUE(after) << what << ": " << way.label << ": " << after.error().message;
            EXPECT_TRUE(planOf(*after).chosen) << what << ": " << way.label;
        }
    }
}

TEST(PacePlan, FewDataAndNoneAreNoReasonToFail)
{
    auto bare = test::shed();
    auto plain = *resolve(bare, "");
    for (auto& display : plain.displays) {
        display.pages.clear();
        display.turned.clear();
    }
    const PaceFamily family(bare, plain);
    const auto plan = *planPace(bare, family, always);
    ASSERT_TRUE(plan.chosen);
    EXPECT_EQ(plan.chosen->figures.of(PaceLimit::Freshness), 0);
    EXPECT_FALSE(planPace(bare, family, [] { return false; })) << "nobody wants it any more";
    const Instrument nothing;
    EXPECT_TRUE(planOf(nothing).chosen);
    EXPECT_FALSE(withPace(nothing, plan.chosen->pace)) << "of another instrument";
}

TEST(PacePlan, ManyDisplaysLeaveTheUsualPaceInTheFamily)
{
    auto in = test::shed();
    for (int i = 0; i < 8; ++i) {
        auto part = *findById(in.parts, in.displays[0]->part);
        part.id += "-" + std::to_string(i);
        part.port->bus.clear();
        in.parts.push_back(std::make_shared<const Part>(part));
        auto other = *in.displays[0];
        other.id += "-" + std::to_string(i);
        other.part = part.id;
        other.mirrors = in.displays[0]->id;
        in.displays.push_back(std::make_shared<const Display>(other));
    }
    in = withFreshness(*accepted(in), 5);
    const auto plan = planOf(in);
    EXPECT_TRUE(plan.now.figures.keepsAll());
    EXPECT_LE(plan.tried, 100'000U);
    ASSERT_TRUE(plan.chosen) << plan.reasons.back();
    for (const auto& display : plan.chosen->pace.displays)
        EXPECT_GE(display.everySeconds, 0.5) << "none is hurried";
}

// However many are weighed: what is now and keeps everything is no reason to say that nothing fits.
TEST(PacePlan, APaceThatKeepsEverythingIsNeverDenied)
{
    for (const auto& in : {test::shed(), test::wholeSkiff(), test::paced(300, 100),
             test::paced(333, 70), test::polledWheel(0.5), test::beating(Sending::InPieces)}) {
        const auto plan = planOf(in);
        EXPECT_TRUE(plan.chosen || !plan.now.figures.keepsAll());
    }
}

TEST(PacePlan, ABusIsNotMadeFasterThanItsPartsFollow)
{
    const auto in = test::shed();
    const auto plan = planOf(in);
    ASSERT_TRUE(plan.chosen);
    const auto* part = findById(in.parts, in.displays[0]->part);
    for (const auto& point : plan.frontier)
        EXPECT_LE(point.pace.displays[0].busHertz, inSi(part->port->fastest));
}

} // namespace
} // namespace fern
