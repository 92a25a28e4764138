#include "instrument/file.h"

#include "instrument/edits.h"
#include "tests/core/instrument/generate.h"
#include "tests/support.h"

#include <gmock/gmock.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

using test::replaced;
using test::skiffText;

Error errorOf(const std::string& text)
{
    const auto instrument = readInstrument(text);
    EXPECT_FALSE(instrument);
    return instrument ? Error{} : instrument.error();
}

TEST(InstrumentFile, WritesTheDemoByteForByte)
{
    EXPECT_EQ(writeInstrument(test::wholeSkiff()), skiffText());
}

TEST(InstrumentFile, KeepsUnknownKeysAtEveryLevel)
{
    auto text = skiffText();
    text = replaced(text, "\"each\": \"8 shells\" }\n  ]\n",
        "\"each\": \"8 shells\" }\n  ],\n  \"crew\": {\n    \"names\": [\n      { \"cox\": null "
        "}\n    ]\n  "
        "}\n");
    text = replaced(text, "\"scaling\": { \"kind\": \"from parts\" }",
        "\"scaling\": { \"kind\": \"from parts\", \"checkedBy\": \"the cox\" }");
    text = replaced(text, "{ \"step\": \"median\", \"N\": 5 }",
        "{ \"step\": \"median\", \"N\": 5, \"why\": \"spikes\" }");
    text = replaced(text, "\"conversionTime\": { \"value\": 40, \"unit\": \"us\" }\n",
        "\"conversionTime\": { \"value\": 40, \"unit\": \"us\" },\n        \"trim\": 1.50\n");
    const auto instrument = readInstrument(text);
    ASSERT_TRUE(instrument) << describe(instrument.error());
    EXPECT_EQ(writeInstrument(*instrument), text);
}

TEST(InstrumentFile, AcceptsCapturesWhoseIdsNameFiles)
{
    const std::string id = "\"id\": \"house-battery-evening\"";
    EXPECT_EQ(errorOf(replaced(skiffText(), id, "\"id\": \"../evening\"")).message,
        "the id of a capture names a file and has no slash");
    EXPECT_EQ(
        errorOf(replaced(skiffText(), "\"rows\": 36000", "\"rows\": -1")).message.empty(), false);
    const auto remarked = replaced(skiffText(), id, id + ",\n      \"remark\": \"calm\"");
    const auto instrument = readInstrument(remarked);
    ASSERT_TRUE(instrument) << describe(instrument.error());
    EXPECT_EQ(instrument->captures[0]->extras.members.front().key, "remark");
}

struct Fault {
    const char* name;
    const char* from;
    const char* to;
    const char* message; ///< the whole sentence
    const char* pointer; ///< how the place begins
};

class FaultyFile : public testing::TestWithParam<Fault> { };

TEST_P(FaultyFile, IsRefusedWithThePlace)
{
    const auto& fault = GetParam();
    const auto error = errorOf(replaced(skiffText(), fault.from, fault.to));
    EXPECT_EQ(error.message, fault.message);
    EXPECT_TRUE(error.where.starts_with(fault.pointer)) << error.where;
}

INSTANTIATE_TEST_SUITE_P(Faults, FaultyFile,
    testing::Values(
        Fault{"format", "\"fern-tick\"", "\"fern-tock\"",
            "this is not an instrument file: \"format\" is not \"fern-tick\"", "/, line 1"},
        Fault{"newer", "\"version\": 3", "\"version\": 4",
            "the file has version 4; this program reads version 3", "/version"},
        Fault{"type", "\"bits\": 12", "\"bits\": \"12\"", "this must be a number",
            "/parts/0/converter/bits, line 19"},
        Fault{"range", "\"bits\": 12", "\"bits\": 40",
            "40 is out of range: it must be from 4 to 24", "/parts/0/converter/bits"},
        Fault{"whole", "\"bits\": 12", "\"bits\": 12.5", "12.5 is not a whole number",
            "/parts/0/converter/bits"},
        Fault{"word", "\"data sheet\"", "\"datasheet\"",
            "\"datasheet\" is not one of \"data sheet\", \"end point\"",
            "/parts/0/converter/school"},
        Fault{"unit", "47, \"unit\": \"kohm\"", "47, \"unit\": \"kph\"",
            "the unit \"kph\" can be misread: write km/h", "/channels/0/frontEnd/r1"},
        Fault{"dimension", "47, \"unit\": \"kohm\"", "47, \"unit\": \"mV\"",
            "the unit \"mV\" does not fit here; use one like ohm", "/channels/0/frontEnd/r1"},
        Fault{"zero", "{ \"value\": 12, \"unit\": \"kohm\" }",
            "{ \"value\": 0, \"unit\": \"kohm\" }",
            "0 kΩ is out of range: it must be more than 0 ohm", "/channels/0/frontEnd/r2"},
        Fault{"quantity", "{ \"value\": 12, \"unit\": \"kohm\" }", "12000",
            "this must be {\"value\": number, \"unit\": text}", "/channels/0/frontEnd/r2"},
        Fault{"missing", "\"name\": \"House battery\",\n      \"wish\"", "\"wish\"",
            "the key \"name\" is missing", "/channels/0, line"},
        Fault{"median", "\"N\": 5", "\"N\": 4", "a median needs an odd number of samples",
            "/channels/0/smoothing/0/N"},
        Fault{"reference", "\"channel\": \"house-battery\"", "\"channel\": \"engine\"",
            "there is no channel \"engine\"", "/readers/0/channel, line"},
        Fault{"board", "\"board\": \"board\"", "\"board\": \"helm-oled\"",
            "there is no board or converter \"helm-oled\" among the parts",
            "/channels/0/source/board"},
        Fault{"readerUnit", "\"unit\": \"V\",\n      \"text\"", "\"unit\": \"A\",\n      \"text\"",
            "the channel is in V; it cannot be shown in A", "/readers/0/unit"},
        Fault{"font", "\"12x24\"", "\"13x24\"",
            "the font \"13x24\" is not one of 4x6, 5x8, 8x8, 6x12, 8x16, 12x24, 16x32, 32x64",
            "/pages/0/fields/1/font"},
        Fault{"twice", "\"id\": \"helm-oled\"", "\"id\": \"board\"",
            "the id \"board\" is used twice", "/parts/1/id"},
        Fault{"points", "[45, 13.26]", "[45, 13.26, 1]",
            "points are [seconds, value] pairs with rising seconds", "/scenarios/0/lanes/0/points"},
        Fault{"rising", "[45, 13.26]", "[0, 13.26]",
            "points are [seconds, value] pairs with rising seconds", "/scenarios/0/lanes/0/points"},
        Fault{"lane", "\"unit\": \"V\",\n          \"points\"",
            "\"unit\": \"A\",\n          \"points\"", "the channel is in V; the lane is in A",
            "/scenarios/0/lanes/0/unit"},
        Fault{"sensorOfAnotherUnit", "\"sensor\": { \"kind\": \"voltage\" }",
            "\"sensor\": { \"kind\": \"thermistor\", \"nominal\": { \"value\": 10, \"unit\": "
            "\"kohm\" }, "
            "\"beta\": 3950, \"tolerancePercent\": 1 }",
            "a thermistor gives degC; the channel is in V", "/channels/0/sensor/kind"},
        Fault{"senderWithEqualEnds", "\"highOutput\": { \"value\": 4.5",
            "\"highOutput\": { \"value\": 0.5",
            "the two ends of a sender must differ, and so must its volts there",
            "/channels/1/sensor/high"},
        Fault{"staleMark", "\"stale\": \"?\"", "\"stale\": \"??\"",
            "the stale mark must be one visible ASCII character", "/readers/0/text/stale"},
        Fault{"overflow", "\"overflow\": \"#\"", "\"overflow\": \"\"",
            "the overflow mark must be one visible ASCII character", "/readers/0/text/overflow"},
        Fault{"seed", "\"seed\": 417", "\"seed\": -1",
            "-1 must be a whole number from 0 to 18446744073709551615", "/scenarios/0/seed"},
        Fault{"wish", "\"to\": { \"value\": 14.6", "\"to\": { \"value\": 4.6",
            "the wished range must end above its start", "/channels/0/wish/to"},
        Fault{"rows", "\"rows\": 64", "\"rows\": 60",
            "the rows must be a multiple of 8: its memory has pages of 8 rows",
            "/parts/1/display/rows"}),
    [](const auto& p) { return std::string(p.param.name); });

TEST(InstrumentFile, RefusesEveryTruncation)
{
    const auto text = skiffText();
    for (std::size_t length = 0; length + 1 < text.size(); length += 7)
        EXPECT_FALSE(readInstrument(text.substr(0, length))) << length;
    EXPECT_TRUE(
        readInstrument(text.substr(0, text.size() - 1))); // only the last line end is missing
}

TEST(InstrumentFile, NeverBreaksOnChangedBytes)
{
    const auto text = skiffText();
    for (std::size_t i = 0; i < text.size(); i += 41)
        for (const char c : {'\0', '"', '{', '9', '\xFF'}) {
            auto broken = text;
            broken[i] = c;
            const auto instrument = readInstrument(broken);
            if (instrument)
                EXPECT_TRUE(readInstrument(writeInstrument(*instrument))) << i;
            else
                EXPECT_FALSE(instrument.error().message.empty());
        }
}

TEST(InstrumentFile, RefusesWhatIsTooLarge)
{
    EXPECT_EQ(errorOf(std::string(longestInstrumentFile + 1, ' ')).message,
        "an instrument file has at most 16 MB; this one has 16");
}

RC_GTEST_PROP(InstrumentFile, ReadsWhatItWrites, ())
{
    const auto instrument = test::anyInstrument();
    const auto text = writeInstrument(instrument);
    const auto again = readInstrument(text);
    if (!again)
        RC_FAIL(describe(again.error()));
    RC_ASSERT(*again == instrument);
    RC_ASSERT(writeInstrument(*again) == text);
}

// Every row of the door is a source of its own: written and read again it is the same, and each of
// its keys is described.
TEST(InstrumentFile, KeepsSourcesOfEveryKind)
{
    const auto in = test::wholeSkiff();
    for (std::size_t kind = 0; kind < sourceKindWords.size(); ++kind) {
        Source source;
        source.kind = static_cast<SourceKind>(kind);
        source.board = "board";
        source.sampleEvery = {3, "s"};
        source.ladder.keys = {{"a", {0, "ohm"}}, {"b", {4.7, "kohm"}}};
        source.lines = {"", 3, "ft"};
        source.device = "satellite-speed";
        source.derived.formula = "house-battery * 2";
        source.names = {{"1", "one"}};
        source.gate = GateSpec{"speed", {5, "km/h"}, {4, "km/h"}};
        JsonWriter writer;
        describe(writer, source);
        const auto node = writer.take();
        JsonReader reader(node, "");
        Source again;
        describe(reader, again);
        ASSERT_FALSE(reader.failed()) << sourceKindWords[kind] << reader.message();
        EXPECT_TRUE(again.extras.members.empty()) << sourceKindWords[kind];
        JsonWriter second;
        describe(second, again);
        EXPECT_EQ(json::write(second.take()), json::write(node)) << sourceKindWords[kind];
    }
}

TEST(InstrumentFile, SaysWhatIsWrongWithASource)
{
    struct Wrong {
        const char *from, *to, *message;
    };
    for (const auto& wrong : {
             Wrong{"\"board\": \"receiver\"", "\"board\": \"kite\"",
                 "there is no board or module \"kite\""},
             Wrong{"\"gives\": \"speed\"", "\"gives\": \"altitude\"",
                 "this source gives m; the channel is in km/h"},
             Wrong{"\"gives\": \"speed\"", "\"gives\": \"taste\"", "\"taste\" is not one of"},
             Wrong{"\"of\": \"strokes\"", "\"of\": \"oars\"", "there is no channel \"oars\""},
             Wrong{"\"of\": \"strokes\"", "\"of\": \"last-stroke\"",
                 "Last stroke needs its own value"},
             Wrong{"\"device\": \"satellite-speed\",\n          \"kind\": \"no fix\"",
                 "\"device\": \"kite\",\n          \"kind\": \"no fix\"",
                 "there is no device \"kite\""},
             Wrong{"\"device\": \"satellite-speed\",\n          \"kind\": \"no fix\"",
                 "\"channel\": \"satellite-speed\",\n          \"kind\": \"no fix\"",
                 "no fix is a fault of the device that tells Satellite"},
             Wrong{"\"device\": \"satellite-speed\"", "\"device\": \"kite\"",
                 "there is no receiver \"kite\" among the devices"},
             Wrong{"2031-06-14T17:30:00Z", "yesterday", "\"yesterday\" is no time such as"},
             Wrong{"\"dutyPercent\": 40", "\"dutyPercent\": 100", "1 to 99"},
         }) {
        const auto read = readInstrument(replaced(skiffText(), wrong.from, wrong.to));
        const std::string message = read ? "" : read.error().message;
        EXPECT_NE(message.find(wrong.message), std::string::npos) << wrong.to << ": " << message;
    }
    // Events where points belong, and points where events do.
    auto in = test::wholeSkiff();
    Scenario scenario = *in.scenarios[0];
    for (auto& lane : scenario.lanes)
        if (lane.id == "speed") {
            lane.points.clear();
            lane.events = {{1, "fast"}};
        }
    in.scenarios[0] = std::make_shared<const Scenario>(scenario);
    EXPECT_EQ(accepted(in).error().message, "Speed follows points, not events");
}

TEST(InstrumentFile, KeepsSettingsAndOutputs)
{
    auto in = test::wholeSkiff();
    Setting setting;
    setting.id = "target";
    setting.presets = {3, 5};
    setting.wraps = setting.isKept = true;
    in.settings.push_back(std::make_shared<const Setting>(setting));
    Output output;
    output.id = "needle";
    output.part = "board";
    output.from = "speed";
    output.low = {0, "km/h"};
    output.high = {20, "km/h"};
    in.outputs.push_back(std::make_shared<const Output>(output));
    const auto again = readInstrument(writeInstrument(in));
    ASSERT_TRUE(again) << (again ? "" : again.error().message);
    EXPECT_EQ(*again, in);
    setting.id = "speed";
    in.settings[0] = std::make_shared<const Setting>(setting);
    EXPECT_EQ(accepted(in).error().message, "a channel has the id \"speed\" too");
    in.settings.clear();
    output.from = "house-battery";
    in.outputs[0] = std::make_shared<const Output>(output);
    EXPECT_EQ(accepted(in).error().message, "\"house-battery\" is not in km/h");
}

} // namespace
} // namespace fern
