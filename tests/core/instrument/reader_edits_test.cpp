// Other units and ranges of a reader, as a maker adds and types them.

#include "instrument/reader_edits.h"
#include "tests/core/sources.h"
#include "text/format.h"

namespace fern {
namespace {

Instrument speedometer(bool hasRemote)
{
    auto in = test::bench();
    if (hasRemote)
        in = test::withSource(in, "Remote", test::remoteCase({{1, "up"}}));
    return test::withSource(in, "Speed",
        {test::ofKind(SourceKind::Lines, 0.1), "m/s", {{0, 3}, {9, 3}}, {}, TextForm::Number, 0,
            20});
}

std::string formPathsOf(const Instrument& in)
{
    std::string paths;
    for (const auto& row : formParameters(in, in.readers.back()->id))
        paths += (paths.empty() ? "" : " ") + row.path;
    return paths;
}

TEST(ReaderEdits, AUnitIsAddedByAKeyWhereThereIsOne)
{
    const auto id = speedometer(true).readers.back()->id;
    auto in = *withFormAdded(speedometer(true), id);
    const auto& reader = *in.readers.back();
    EXPECT_EQ(reader.others->change, FormChange::Code);
    EXPECT_EQ(reader.others->by, in.channels[0]->id);
    EXPECT_EQ(reader.others->name, "up");
    EXPECT_EQ(reader.others->forms, (std::vector<NumberForm>{{"km/h", "km/h", 0, 1000}}));
    EXPECT_EQ(reader.text.unitShown, "m/s") << "a number that changes its unit tells it";
    EXPECT_GE(reader.text.width, cellCount("72 km/h"));
    EXPECT_EQ(formPathsOf(in),
        "others/change others/by others/name others/onPage others/forms/0/unit "
        "others/forms/0/unitShown others/forms/0/decimals");
    in = *withFormParameter(in, id, "others/forms/0/unit", "knot");
    EXPECT_EQ(in.readers.back()->others->forms[0].unit, "knot");
    EXPECT_FALSE(withFormParameter(in, id, "others/forms/0/unit", "V"));
    EXPECT_FALSE(withFormParameter(in, id, "others/forms/3/unit", "V"));
    in = *withoutForm(in, id);
    EXPECT_FALSE(in.readers.back()->others);
    EXPECT_TRUE(formPathsOf(in).empty());
    EXPECT_FALSE(withoutForm(in, id));
}

TEST(ReaderEdits, WithoutKeysItIsBySize)
{
    const auto volts = test::withSource(
        test::bench(), "Volts", {test::ofKind(SourceKind::Lines, 0.1), "V", {{0, 3}, {9, 3}}});
    const auto id = volts.readers.back()->id;
    auto in = *withFormAdded(*withFormAdded(volts, id), id);
    const auto& others = *in.readers.back()->others;
    EXPECT_EQ(others.change, FormChange::Size);
    EXPECT_EQ(others.forms[0].unit, "kV") << "a thousand times as large";
    EXPECT_EQ(others.forms[1].unit, "MV");
    EXPECT_EQ(withFormAdded(in, id).error().message, "there is no larger unit than MV");
    EXPECT_EQ(others.forms[1].from, 1e6);
    EXPECT_EQ(withFormParameter(in, id, "others/change", "by a code").error().message,
        "there is no channel of codes yet");
    EXPECT_EQ(withFormParameter(in, id, "others/forms/0/from", "1e7").error().message,
        "forms by size must begin one above another");
}

TEST(ReaderEdits, RangesRiseAndWriteNames)
{
    const auto id = speedometer(false).readers.back()->id;
    auto in = *withRangeAdded(*withRangeAdded(speedometer(false), id), id);
    const auto* text = &in.readers.back()->text;
    EXPECT_EQ(text->form, TextForm::Name);
    EXPECT_EQ(text->ranges, (std::vector<RangeName>{{0, "range 1"}, {5, "range 2"}}));
    in = *withFormParameter(in, id, "text/ranges/1/name", "fast");
    in = *withFormParameter(in, id, "text/rangeSlack", "0.5");
    text = &in.readers.back()->text;
    EXPECT_EQ(text->ranges[1].name, "fast");
    EXPECT_EQ(text->rangeSlack, 0.5);
    EXPECT_FALSE(withFormParameter(in, id, "text/ranges/0/from", "7"));
    EXPECT_FALSE(withFormAdded(in, id)) << "names have no unit";
    in = *withoutRange(*withoutRange(in, id), id);
    EXPECT_EQ(in.readers.back()->text.form, TextForm::Number);
    EXPECT_FALSE(withoutRange(in, id));
    const auto keyed = speedometer(true);
    EXPECT_FALSE(withRangeAdded(keyed, keyed.readers[0]->id)) << "codes have names already";
}

} // namespace
} // namespace fern
