// How long what a display shows is to stand.

#include "judge/readable.h"

#include "instrument/edits.h"
#include "judge/findings.h"
#include "tests/core/judge/parts_cases.h"

#include <algorithm>

namespace fern {
namespace {

/// The shed's display redrawn so often, its fields made into another kind.
Instrument redrawn(double milliseconds, FieldKind kind, Quantity standsFor = {0, "s"})
{
    auto in = test::shed();
    auto display = *in.displays[0];
    display.redrawEvery = {milliseconds, "ms"};
    in.displays[0] = std::make_shared<const Display>(display);
    for (const auto& page : in.pages)
        in = *withPageChanged(in, page->id, [kind](Page& changed) {
            for (auto& field : changed.fields)
                if (field.kind == FieldKind::Value) {
                    field.kind = kind;
                    field.width = 40;
                    field.height = 8;
                    field.least = 11;
                    field.most = 15;
                }
        });
    for (const auto& reader : in.readers)
        in = *withStandsFor(in, reader->id, standsFor);
    return in;
}

bool isTooFast(const Instrument& in)
{
    const auto findings = findingsOf(in, *resolve(in, ""));
    return std::any_of(findings.begin(), findings.end(),
        [](const Finding& finding) { return finding.rule == "G04"; });
}

// Digits 2 to 4 times a second, bars 10 to 20: common practice.
TEST(Readable, DigitsStandLongerThanBars)
{
    EXPECT_TRUE(isTooFast(redrawn(200, FieldKind::Value)));
    EXPECT_FALSE(isTooFast(redrawn(250, FieldKind::Value)));
    EXPECT_FALSE(isTooFast(redrawn(50, FieldKind::Bar)));
    EXPECT_TRUE(isTooFast(redrawn(40, FieldKind::Bar)));
}

TEST(Readable, AReadersWishCountsForWhatItIs)
{
    EXPECT_FALSE(isTooFast(redrawn(100, FieldKind::Value, {100, "ms"})));
    EXPECT_TRUE(isTooFast(redrawn(500, FieldKind::Value, {1, "s"})));
    const auto in = redrawn(500, FieldKind::Value, {1, "s"});
    const auto plain = *resolve(in, "");
    const auto eyes = readableOf(plain, plain.displays[0]);
    EXPECT_EQ(eyes.leastSeconds, 1);
    EXPECT_EQ(eyes.usualSeconds, 1);
    EXPECT_NE(eyes.words.find("is to stand for 1 s"), std::string::npos) << eyes.words;
}

TEST(Readable, NothingThatMovesHasNoLimit)
{
    auto in = test::shed();
    auto plain = *resolve(in, "");
    plain.displays[0].pages.clear();
    EXPECT_EQ(readableOf(plain, plain.displays[0]).leastSeconds, 0);
}

} // namespace
} // namespace fern
