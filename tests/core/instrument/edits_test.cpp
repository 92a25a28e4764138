#include "instrument/edits.h"

#include "tests/core/sources.h"
#include "tests/support.h"

namespace fern {
namespace {

TEST(Edits, ShareWhatTheyDoNotTouch)
{
    const auto before = test::skiff();
    auto divider = before.channels[0]->frontEnd;
    divider.r1 = {68, "kohm"};
    const auto after = withFrontEnd(before, "house-battery", divider);
    ASSERT_TRUE(after);
    EXPECT_EQ(after->channels[0]->frontEnd.r1, (Quantity{68, "kohm"}));
    EXPECT_NE(after->channels[0], before.channels[0]);
    EXPECT_EQ(after->parts[0], before.parts[0]);
    EXPECT_EQ(after->scenarios[0], before.scenarios[0]);
    EXPECT_EQ(before, test::skiff()); // the old value stands
}

TEST(Edits, ChangeWhatTheySay)
{
    const auto in = test::skiff();
    EXPECT_TRUE(withSmoothing(in, "house-battery", {})->channels[0]->smoothing.empty());
    EXPECT_EQ(withNumberKind(in, "house-battery", NumberKind::Float64)->channels[0]->numberKind,
        NumberKind::Float64);
    EXPECT_EQ(
        withSampleEvery(in, "house-battery", {20, "ms"})->channels[0]->source.sampleEvery.value,
        20);
    EXPECT_EQ(withReaderUnit(in, "helm-volts", "mV")->readers[0]->unit, "mV");
    auto field = in.pages[0]->fields[1];
    field.font = "8x16";
    EXPECT_EQ(withField(in, "battery", field)->pages[0]->fields[1].font, "8x16");
    auto wish = in.channels[0]->wish;
    wish.tolerance = {50, "mV"};
    EXPECT_EQ(withWish(in, "house-battery", wish)->channels[0]->wish.tolerance.unit, "mV");
}

TEST(Edits, RefuseWhatTheFileWouldRefuse)
{
    const auto in = test::skiff();
    EXPECT_EQ(withFrontEnd(in, "engine", {}).error().message, "there is no \"engine\"");
    auto converter = *in.parts[0]->converter;
    converter.bits = 3;
    EXPECT_EQ(withConverter(in, "board", converter).error().message,
        "3 is out of range: it must be from 4 to 24");
    EXPECT_EQ(withReaderUnit(in, "helm-volts", "A").error().message,
        "the channel is in V; it cannot be shown in A");
    auto display = *in.displays[0];
    display.redrawEvery = {0, "ms"};
    EXPECT_FALSE(withDisplay(in, display));
}

TEST(Edits, KeepADecisionWithItsReason)
{
    const auto in = test::skiff();
    const auto decided =
        withDecision(in, "T01", "/readers/helm-volts/text", " for the trend ", "2031-06-14");
    ASSERT_TRUE(decided);
    EXPECT_EQ(decided->decisions[0]->reason, "for the trend");
    EXPECT_EQ(decided->decisions[0]->id, "live-with-t01");
    EXPECT_EQ(*readInstrument(writeInstrument(*decided)), *decided);
    const auto again =
        withDecision(*decided, "T01", "/readers/bow-volts/text", "so too", "2031-06-14");
    EXPECT_EQ(again->decisions[1]->id, "live-with-t01-2");
    EXPECT_EQ(*withoutDecision(*decided, "live-with-t01"), in);
    EXPECT_FALSE(withoutDecision(in, "live-with-t01"));
    EXPECT_EQ(withDecision(in, "T01", "/x", "  ", "2031-06-14").error().message,
        "say in a few words why you live with it, so that it can be judged later");
}

TEST(Resolve, TurnsIdsAndUnitsIntoPlainNumbers)
{
    const auto plain = test::plainSkiff();
    const auto& c = plain.channels[0];
    EXPECT_DOUBLE_EQ(c.input.r1, 47000);
    EXPECT_DOUBLE_EQ(c.conversionSeconds, 40e-6);
    EXPECT_EQ(c.sampleEvery, ticksFromSeconds(0.1));
    EXPECT_EQ(c.lane.size(), 21U);
    EXPECT_EQ(plain.displays[0].page.id, "battery");
    EXPECT_EQ(plain.seed, 417U);
    EXPECT_EQ(plain.readers[0].channel, 0U);
    EXPECT_TRUE(resolve(test::skiff(), "evening row"));
    EXPECT_EQ(resolve(test::skiff(), "storm").error().message, "there is no scenario \"storm\"");
}

// The remote sends 00FF6897; the file says it in its own ways.
TEST(Edits, KeyCodesAreOneHoweverTheyAreWritten)
{
    Source remote;
    remote.kind = SourceKind::KeyCodes;
    remote.names = {{"ff6897", "up"}};
    auto in = test::withSource(test::bench(), "Remote", {remote, "count", {}, {{1, "up"}}});
    in = *withCodeName(in, "remote", "00FF6897", "down");
    ASSERT_EQ(in.channels[0]->source.names.size(), 1U);
    EXPECT_EQ(in.channels[0]->source.names[0], (NameSpec{"ff6897", "down"}));
    EXPECT_EQ(resolve(in, "")->channels[0].source.names[0].code, "00FF6897");
    auto twice = *in.channels[0];
    twice.source.names.push_back({"0x00FF6897", "left"});
    EXPECT_FALSE(withSource(in, "remote", twice.source));
}

} // namespace
} // namespace fern
