// The oldest number in closed form against runs of the same instrument: the run is the judge.

#include "judge/age.h"

#include "instrument/edits.h"
#include "plan/redraw_plan.h"
#include "run/firmware_run.h"
#include "smooth/figures.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

namespace fern {
namespace {

/// Takes the oldest that the number of each reader gets on each display, until the next one is
/// seen.
class Oldest : public RunObserver {
public:
    void shown(const ShownRecord& record) override
    {
        for (const auto& reader : record.readers) {
            const auto key = std::pair(record.display, reader.reader);
            if (const auto last = m_last.find(key); last != m_last.end())
                m_oldest[key] = std::max(m_oldest[key], inSeconds(record.visibleAt - last->second));
            if (std::isnan(reader.shown))
                m_last.erase(key); // a mark stands there, which is not old
            else
                m_last[key] = reader.sampledAt;
        }
    }
    const std::map<std::pair<std::size_t, std::size_t>, double>& all() const { return m_oldest; }

private:
    std::map<std::pair<std::size_t, std::size_t>, Ticks> m_last;
    std::map<std::pair<std::size_t, std::size_t>, double> m_oldest;
};

/// Runs an instrument with each page in turn and holds the bound against it. Returns how near the
/// run came to the bound at least once, as a share of it.
double heldAgainstARun(PlainInstrument plain, double seconds, const std::string& name)
{
    double nearest = 0;
    std::size_t pages = 1;
    for (const auto& display : plain.displays)
        pages = std::max(pages, display.pages.size());
    for (std::size_t page = 0; page < pages; ++page) {
        for (auto& display : plain.displays)
            if (!display.pages.empty())
                display.page = display.pages[page % display.pages.size()];
        Oldest oldest;
        FirmwareRun run(plain, {}, oldest);
        run.advanceTo(ticksFromSeconds(seconds));
        for (const auto& [key, found] : oldest.all()) {
            const auto& c = plain.channels[plain.readers[key.second].channel];
            if (givesCodes(c.source.kind))
                continue; // one stands until the next one comes
            const double age = found + delaySeconds(c.steps, inSeconds(c.sampleEvery));
            const double bound = ageOf(plain, c, plain.displays[key.first]).oldest();
            EXPECT_LE(age, bound + 1e-9)
                << name << ": " << c.id << " on " << plain.displays[key.first].id;
            nearest = std::max(nearest, age / bound);
        }
    }
    return nearest;
}

TEST(Age, BoundsEveryRedrawOfTheDemos)
{
    for (const char* file : {"wagtail-skiff", "kitbag-scale", "workshop-pc"}) {
        const auto in = readInstrument(
            test::readText(test::sourcePath("demo/" + std::string(file) + ".fern.json")));
        heldAgainstARun(*resolve(*in, ""), 120, file);
    }
}

/// The skiff's two displays on a slow board and a slow bus, with odd intervals, so that each waits
/// for the other.
PlainInstrument crowded(double helmSeconds, double bowSeconds, double waitSeconds)
{
    auto plain = *resolve(test::skiff(), "");
    plain.loops[0].processor = ProcessorClass::Bits8At16MHz;
    plain.loops[0].waitSeconds = waitSeconds;
    for (auto& display : plain.displays) {
        display.busHertz = 100e3;
        display.response = display.optical = ticksFromSeconds(0.02);
    }
    plain.displays[0].redrawEvery = ticksFromSeconds(helmSeconds);
    plain.displays[1].redrawEvery = ticksFromSeconds(bowSeconds);
    return plain;
}

TEST(Age, BoundsDisplaysThatWaitForEachOther)
{
    double nearest = 0;
    for (const double helm : {0.13, 0.31, 0.5})
        for (const double bow : {0.171, 0.47})
            for (const double wait : {0.0, 0.05})
                nearest = std::max(nearest,
                    heldAgainstARun(crowded(helm, bow, wait), 60,
                        std::to_string(helm) + " " + std::to_string(bow)));
    EXPECT_GT(nearest, 0.8); // a bound that is never come near to would say little
}

TEST(Age, BoundsABoardThatIsAskedForMoreThanItCan)
{
    heldAgainstARun(crowded(0.02, 0.03, 0), 30, "overloaded");
    auto slow = crowded(0.3, 0.4, 0);
    for (auto& channel : slow.channels)
        channel.conversionSeconds = 0.15; // longer than a period
    heldAgainstARun(slow, 30, "slow conversions");
}

TEST(Age, BoundsAPanelThatIsSlowerThanItsRedraws)
{
    for (const double response : {0.1, 0.3, 0.49, 0.7, 2.0}) {
        auto plain = crowded(0.5, 0.31, 0.01);
        for (auto& display : plain.displays)
            display.response = display.optical = ticksFromSeconds(response);
        const double nearest = heldAgainstARun(plain, 60, "panel " + std::to_string(response));
        EXPECT_GT(nearest, 0.6) << response;
    }
}

// Paper is waited for: its redraws come when the refresh of the one before is done.
TEST(Age, BoundsARefreshThatIsSlowerThanItsRedraws)
{
    for (const double refresh : {0.1, 0.3, 0.49, 0.7, 2.0}) {
        auto in = test::skiff();
        auto part = *findById(in.parts, in.displays[0]->part);
        part.display->shape = PaperSpec{128, 64, 2, {refresh, "s"}};
        part.display->interface = DisplayInterface::Spi;
        auto plain = *resolve(*withPart(in, part), "");
        plain.loops[0].processor = ProcessorClass::Bits8At16MHz;
        plain.displays[1].redrawEvery = ticksFromSeconds(0.31);
        const double nearest = heldAgainstARun(plain, 60, "refresh " + std::to_string(refresh));
        EXPECT_GT(nearest, 0.6) << refresh;
    }
}

// What the plan proposes keeps the wish that it was made for, in a run.
TEST(Age, OfAProposedIntervalKeepsTheWish)
{
    int proposed = 0;
    for (const double wish : {0.35, 0.45, 0.6, 1.0, 1.6, 2.5}) {
        auto plain = crowded(0.5, 0.5, 0.01);
        for (auto& channel : plain.channels) {
            channel.freshnessSeconds = wish;
            channel.steps.clear();
        }
        for (auto& display : plain.displays) {
            const auto plan = planRedraw(plain, display);
            if (plan.proposedSeconds <= 0)
                continue;
            ++proposed;
            display.redrawEvery = ticksFromSeconds(plan.proposedSeconds);
            EXPECT_LE(ageOf(plain, plain.channels[0], display).oldest(), wish + 1e-9);
        }
        heldAgainstARun(plain, 60, "wish " + std::to_string(wish));
    }
    EXPECT_GE(proposed, 6);
}

// What is made of others is as old as the oldest of them.
TEST(Age, OfADerivedChannelHoldsThatOfItsInputs)
{
    auto in = *withChannelCopied(test::skiff(), "bilge");
    const auto id = in.channels.back()->id;
    auto source = in.channels.back()->source;
    source.kind = SourceKind::Derived;
    source.derived.formula = "bilge * 2";
    source.sampleEvery = {300, "ms"};
    source.lane.clear();
    source.pin.clear();
    in = *withSource(in, id, source);
    const auto plain = *resolve(in, "");
    const auto& made = plain.channels[indexOf(plain.channels, id)];
    ASSERT_FALSE(made.madeOf.empty());
    double inputs = 0;
    for (const auto of : made.madeOf)
        inputs = std::max(inputs, inSeconds(plain.channels[of].sampleEvery));
    const auto& display = plain.displays[0];
    EXPECT_GE(ageOf(plain, made, display).sampling, inSeconds(made.sampleEvery) + inputs);
    heldAgainstARun(plain, 60, "derived");
}

} // namespace
} // namespace fern
