// What a reader writes: in which unit, by a code or by its size, names of ranges, codes with names.

#include "instrument/edits.h"
#include "instrument/page_edits.h"
#include "tests/core/sources.h"

#include "base/number_text.h"
#include "run/reader_text.h"

#include <rapidcheck/gtest.h>

namespace fern {
namespace {

PlainReader ohms(double hysteresisPercent = 5)
{
    PlainReader reader;
    reader.unit = *parseUnit("ohm");
    reader.text.decimals = 1;
    reader.text.width = 9;
    reader.text.unitShown = "ohm";
    reader.change.change = FormChange::Size;
    reader.change.hysteresisPercent = hysteresisPercent;
    const auto form = [&](const char* unit, int decimals, double from) {
        auto text = reader.text;
        text.unitShown = unit;
        text.decimals = decimals;
        reader.others.push_back({*parseUnit(unit), text, from});
    };
    form("kohm", 2, 1000);
    form("Mohm", 3, 1e6);
    return reader;
}

std::size_t formAt(const PlainReader& reader, std::size_t before, double si)
{
    return settled(reader, {before, 0}, si, NumberKind::Float64).form;
}

TEST(ReaderForms, ChangeBySizeWithHysteresis)
{
    const auto reader = ohms();
    EXPECT_EQ(formAt(reader, 0, 470), 0U);
    EXPECT_EQ(formAt(reader, 0, 4700), 1U);
    EXPECT_EQ(formAt(reader, 0, 4.7e6), 2U);
    EXPECT_EQ(formAt(reader, 2, 10), 0U);
    EXPECT_EQ(formAt(reader, 1, 960), 1U) << "above 950 it stays";
    EXPECT_EQ(formAt(reader, 1, 940), 0U);
    EXPECT_EQ(formAt(reader, 0, -4700), 1U) << "without its sign";
    EXPECT_EQ(formAt(reader, 1, notThere), 1U) << "no number changes nothing";
}

// 999.96 with one decimal is 1000.0: it belongs to the next form.
TEST(ReaderForms, NothingIsShownAsTheBeginOfTheNextForm)
{
    EXPECT_EQ(formAt(ohms(), 0, 999.96), 1U);
    EXPECT_EQ(formAt(ohms(), 0, 999.94), 0U);
    EXPECT_EQ(formAt(ohms(0), 1, 999.96), 1U);
    EXPECT_EQ(formAt(ohms(0), 1, 999.94), 0U);
}

RC_GTEST_PROP(ReaderForms, AValueThatRestsKeepsItsForm, ())
{
    const auto reader = ohms(*rc::gen::inRange(0, 51));
    const auto before = *rc::gen::inRange<std::size_t>(0, 3);
    const double si = *rc::gen::inRange(0, 100'000'000) / 10.0;
    const auto once = formAt(reader, before, si);
    RC_ASSERT(formAt(reader, once, si) == once);
    if (once > 0)
        RC_ASSERT(si * 1.0001
            >= reader.others[once - 1].from * (1 - reader.change.hysteresisPercent / 100));
}

TEST(ReaderForms, SpansMeetAndCoverTheWish)
{
    PlainChannel channel;
    channel.from = -2000;
    channel.to = 5e4;
    const auto reader = ohms();
    EXPECT_EQ(spanOf(channel, reader, 0).from, -1000);
    EXPECT_EQ(spanOf(channel, reader, 0).to, 1000);
    EXPECT_EQ(spanOf(channel, reader, 1).from, -2000);
    EXPECT_EQ(spanOf(channel, reader, 1).to, 5e4);
    EXPECT_TRUE(spanOf(channel, reader, 2).isEmpty()) << "it never grows so large";
}

/// A speed that a remote's key shows in other units.
Instrument speed(std::vector<LaneEvent> events, const std::function<void(Reader&)>& change)
{
    auto in = test::withSource(test::bench(), "Remote", test::remoteCase(std::move(events)));
    in = test::withSource(
        in, "Speed", {test::ofKind(SourceKind::Lines, 0.1), "m/s", {{0, 10}, {60, 10}}});
    auto reader = *in.readers[1];
    reader.text.decimals = 1;
    reader.text.unitShown = "m/s";
    reader.others = OtherForms{
        FormChange::Code, in.channels[0]->id, "up", "", 5, {{"km/h", "km/h", 0}, {"kn", "kn", 2}}};
    change(reader);
    in.readers[1] = std::make_shared<const Reader>(reader);
    return *accepted(in);
}

// 10 m/s are 36 km/h and 19.44 kn (1 kn = 1852 m an hour, ISO 80000-3).
TEST(ReaderForms, AKeySwitchesTheUnit)
{
    const auto in = speed({{1, "up"}, {2, "up"}, {3, "up"}}, [](Reader&) {});
    const auto at = [&](double seconds) { return test::Ran(in, seconds).text(1); };
    EXPECT_EQ(at(0.9), " 10.0 m/s");
    EXPECT_EQ(at(1.9), "  36 km/h");
    EXPECT_EQ(at(2.9), " 19.44 kn");
    EXPECT_EQ(at(3.9), " 10.0 m/s");
    const auto hidden =
        speed({{1, "up"}}, [&](Reader& reader) { reader.others->onPage = in.pages[0]->id; });
    EXPECT_EQ(test::Ran(hidden, 1.9).text(1), " 10.0 m/s") << "another page is shown";
}

// What leads to a page or a key goes with it.
TEST(ReaderForms, APageOrAKeyThatGoesIsForgotten)
{
    auto in = speed({}, [](Reader&) {});
    auto reader = *in.readers[1];
    reader.others->onPage = in.pages[0]->id;
    in.readers[1] = std::make_shared<const Reader>(reader);
    auto display = *in.displays[0];
    display.day.parts = {{"00:00", in.pages[0]->id + " " + in.pages[1]->id, {0, "s"}, 100}};
    in.displays[0] = std::make_shared<const Display>(display);
    const auto without = withoutPage(in, in.pages[0]->id);
    ASSERT_TRUE(without) << without.error().message;
    EXPECT_EQ(without->readers[1]->others->onPage, "");
    EXPECT_EQ(without->displays[0]->day.parts[0].pages, in.pages[1]->id);
    const auto keyless = withoutChannel(in, in.channels[0]->id); // and its page
    ASSERT_TRUE(keyless) << keyless.error().message;
    EXPECT_FALSE(keyless->readers[0]->others);
    EXPECT_EQ(keyless->displays[0]->day.parts[0].pages, in.pages[1]->id);
}

TEST(ReaderForms, WrongFormsAreRefused)
{
    const auto in = speed({}, [](Reader&) {});
    const auto refusal = [&](const std::function<void(OtherForms&)>& change) {
        auto others = in.readers[1]->others;
        change(*others);
        const auto out = withOtherForms(in, in.readers[1]->id, others);
        return out ? std::string() : out.error().message;
    };
    EXPECT_EQ(refusal([](OtherForms& o) { o.forms[0].unit = "V"; }),
        "the reader is in m/s; it cannot be written in V");
    EXPECT_EQ(
        refusal([](OtherForms& o) { o.by = "speed"; }), "there is no channel of codes \"speed\"");
    EXPECT_EQ(refusal([](OtherForms& o) { o.onPage = "p"; }), "there is no page \"p\"");
    EXPECT_EQ(refusal([](OtherForms& o) {
        o.change = FormChange::Size;
        o.forms[0].from = o.forms[1].from = 5;
    }),
        "forms by size must begin one above another");
}

TEST(ReaderText, RangesHaveNamesAndSlack)
{
    const auto in = speed({}, [](Reader& reader) {
        reader.others.reset();
        reader.text.form = TextForm::Name;
        reader.text.unitShown = "";
        reader.text.ranges = {{5, "slow"}, {10, "fast"}, {20, "too fast"}, {30, ""}};
        reader.text.rangeSlack = 1;
    });
    const auto plain = *resolve(in, "");
    const auto& reader = plain.readers[1];
    ReaderState state;
    const auto written = [&](double value) {
        LatestValue latest{value, value, Ticks{}, true};
        state = settled(reader, state, value, NumberKind::Float32);
        return std::string(trimmed(readerText(plain, 1, state, latest, Ticks{})));
    };
    EXPECT_EQ(written(3), "3.0") << "below them all the number";
    EXPECT_EQ(written(5), "slow");
    EXPECT_EQ(written(25), "too fast");
    EXPECT_EQ(written(31), "31.0") << "a range without a name";
    EXPECT_EQ(written(28), "too fast");
    EXPECT_EQ(written(19.1), "too fast");
    EXPECT_EQ(written(18.9), "fast");
    EXPECT_EQ(written(4.1), "slow");
    EXPECT_EQ(written(notThere), "---------");
    EXPECT_TRUE(std::isnan(shownOf(reader, state, 5, NumberKind::Float32)));
}

TEST(ReaderText, RangesWithoutANameWriteTheNumber)
{
    TextSpec text;
    EXPECT_TRUE(writesNumbers(text));
    text.form = TextForm::Name;
    EXPECT_FALSE(writesNumbers(text)) << "names of codes";
    text.ranges = {{0, "shut"}, {238, "open"}};
    EXPECT_FALSE(writesNumbers(text));
    EXPECT_EQ(digitWorth(text), 1);
    text.ranges.insert(text.ranges.begin() + 1, {3, ""});
    EXPECT_TRUE(writesNumbers(text));
    EXPECT_DOUBLE_EQ(digitWorth(text), 0.1);
}

TEST(ReaderText, ACodeStandsBesideItsName)
{
    auto in =
        test::withSource(test::bench(), "Remote", test::remoteCase({{1, "up"}, {2, "20DF30CF"}}));
    auto text = in.readers[0]->text;
    text.form = TextForm::CodeAndName;
    text.width = 12;
    in = *withText(in, in.readers[0]->id, text);
    EXPECT_EQ(test::Ran(in, 1.9).text(0), " 20DF10EF up");
    EXPECT_EQ(test::Ran(in, 2.9).text(0), "    20DF30CF") << "without a name it stands alone";
}

// What a converter gave, in hexadecimal with fixed digits: a formula asks for it.
TEST(ReaderText, ARawCodeIsReadByAFormula)
{
    auto in = test::withSource(test::bench(), "Volts",
        {test::ofKind(SourceKind::Lines, 0.1), "V", {{0, 200}, {9, 200}}, {}, TextForm::Number, 0,
            500});
    Source raw = test::ofKind(SourceKind::Derived, 0.1);
    raw.derived.formula = "reading(" + in.channels[0]->id + ")";
    in = test::withSource(in, "Raw", {raw, "count", {}, {}, TextForm::Hexadecimal, 0, 4095});
    auto text = in.readers[1]->text;
    text.decimals = 3;
    text.width = 5;
    in = *withText(in, in.readers[1]->id, text);
    EXPECT_EQ(test::Ran(in, 1).text(1), "  0C8");
    auto channel = *in.channels[1];
    channel.source.derived.formula = "pin(" + in.channels[0]->id + ")";
    in.channels[1] = std::make_shared<const Channel>(channel);
    EXPECT_EQ(accepted(in).error().message, "Volts has no volts at a pin");
}

} // namespace
} // namespace fern
