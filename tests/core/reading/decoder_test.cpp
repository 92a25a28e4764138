#include "reading/decoder.h"

#include "tests/support.h"
#include "world/device.h"

#include <rapidcheck.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

/// A source, and the shape of the lines that tell it.
struct Heard {
    Source source;
    LineShape shape{};

    std::unique_ptr<Decoder> decoder() const { return makeDecoder(source, shape); }
};

Told only(const Heard& heard, const std::string& bytes)
{
    const auto all = heard.decoder()->feed({}, bytes);
    EXPECT_EQ(all.size(), 1u) << bytes;
    return all.empty() ? Told{} : all.front();
}

Told only(const Source& source, const std::string& bytes)
{
    return only(Heard{source}, bytes);
}

Heard lines(LineForm form, const std::string& key, const std::string& separator = ":")
{
    Heard heard{{}, {form, separator}};
    heard.source.kind = SourceKind::Lines;
    heard.source.lines.key = key;
    return heard;
}

TEST(Decoder, FindsANameAmongPairs)
{
    const auto source = lines(LineForm::NameValue, "speed");
    EXPECT_EQ(only(source, "speed:4.25\n").number, 4.25);
    EXPECT_EQ(only(source, "depth:1.1, speed:-3e2\r\n").number, -300);
    EXPECT_EQ(only(source, "depth:1.1\n").state, ToldState::Other);
    EXPECT_EQ(only(source, "speed:fast\n").parsed, "speed is no number: \"fast\"");
    EXPECT_EQ(only(source, "hello\n").parsed, "no name:value in it");
    EXPECT_EQ(only(lines(LineForm::NameValue, "speed", "="), "speed=7\n").number, 7);
}

TEST(Decoder, TakesAColumn)
{
    auto source = lines(LineForm::Columns, "", ";");
    source.source.lines.column = 3;
    EXPECT_EQ(only(source, "1;2; 3.5 ;4\n").number, 3.5);
    EXPECT_EQ(only(source, "1;2\n").parsed, "it has 2 of 3 columns");
    EXPECT_EQ(only(source, "1;2;;4\n").state, ToldState::Bad);
}

TEST(Decoder, FollowsAPathThroughJson)
{
    const auto source = lines(LineForm::Json, "water.level");
    EXPECT_EQ(only(source, "{\"water\":{\"level\":12.5}}\n").number, 12.5);
    EXPECT_EQ(only(source, "{\"water\":{\"level\":null}}\n").state, ToldState::NoValue);
    EXPECT_EQ(only(source, "{\"water\":7}\n").state, ToldState::Other);
    EXPECT_EQ(only(source, "{\"water\":{\"lev\n").state, ToldState::Bad);
}

TEST(Decoder, PathsLeadIntoListsToo)
{
    const std::string line = R"({"next":[{"line":"7","in":4},{"line":"12","in":9}]})"
                             "\n";
    EXPECT_EQ(only(lines(LineForm::Json, "next.1.in"), line).number, 9);
    EXPECT_EQ(only(lines(LineForm::Json, "next.2.in"), line).state, ToldState::Other);
    EXPECT_EQ(only(lines(LineForm::Json, "next.0.line"), line).number, 7) << "a number in quotes";
    EXPECT_EQ(
        only(lines(LineForm::Json, "next.0"), line).parsed, "next.0 holds more than one value");
}

TEST(Decoder, TextsAreNewsOnceAndMayBeNothing)
{
    auto crew = lines(LineForm::Json, "crew");
    crew.source.kind = SourceKind::Words;
    crew.source.lines.nothing = "none;-";
    const auto decoder = crew.decoder();
    const auto hear = [&](const std::string& value) {
        return decoder->feed({}, "{\"crew\":" + value + "}\n").front();
    };
    EXPECT_EQ(hear("\"grey heron\"").text, "grey heron");
    EXPECT_EQ(hear("\"grey heron\"").state, ToldState::Same);
    for (const auto* nothing : {"null", "\"none\"", "\"-\"", "\"\""})
        EXPECT_EQ(hear(nothing).state, ToldState::NoValue) << nothing;
    EXPECT_EQ(hear("\"grey heron\"").text, "grey heron") << "after nothing it is news again";
    EXPECT_EQ(hear("\"a\\u0007b\"").state, ToldState::Bad);
    auto pairs = lines(LineForm::NameValue, "place");
    pairs.source.kind = SourceKind::Words;
    EXPECT_EQ(only(pairs, "boat:3, place:north quay, wind:4\n").text, "north quay");
}

TEST(Decoder, TimesAreSecondsSinceMidnight)
{
    auto time = lines(LineForm::NameValue, "at");
    time.source.lines.isTime = true;
    EXPECT_EQ(only(time, "at:07:45\n").number, 27900);
    EXPECT_EQ(only(time, "at:07:45:30\n").number, 27930);
    EXPECT_EQ(only(time, "at:noon\n").parsed, "at is no time: \"noon\"");
}

TEST(Decoder, ALineMayComeInPieces)
{
    const auto decoder = lines(LineForm::NameValue, "x").decoder();
    EXPECT_TRUE(decoder->feed({}, "x:").empty());
    EXPECT_TRUE(decoder->feed({}, "1").empty());
    const auto all = decoder->feed({}, "5\nx:2");
    ASSERT_EQ(all.size(), 1u);
    EXPECT_EQ(all[0].number, 15);
    EXPECT_EQ(lines(LineForm::NameValue, "x").decoder()->feed({}, std::string(600, 'x'))[0].parsed,
        "longer than 512 bytes");
}

Source remote()
{
    Source s;
    s.kind = SourceKind::KeyCodes;
    s.names = {{"20DF10EF", "up"}, {"20DF40BF", "down"}};
    s.keyCodes.holdOff = {200, "ms"};
    return s;
}
std::string frame(std::initializer_list<int> bytes)
{
    return {bytes.begin(), bytes.end()};
}
const std::string upFrame = frame({0x20, 0xDF, 0x10, 0xEF});

TEST(Decoder, KeyCodesHaveNames)
{
    const auto told = only(remote(), upFrame);
    EXPECT_EQ(told.text, "20DF10EF");
    EXPECT_EQ(told.parsed, "up");
    EXPECT_EQ(only(remote(), frame({0x20, 0xDF, 0x22, 0xDD})).parsed, "no name");
}

TEST(Decoder, DamagedKeyCodesAreRefusedByTheirComplements)
{
    const auto damaged = frame({0x20, 0xDF, 0x10, 0xEE});
    EXPECT_EQ(only(remote(), damaged).state, ToldState::Bad);
    auto trusting = remote();
    trusting.keyCodes.hasComplements = false;
    EXPECT_EQ(only(trusting, damaged).text, "20DF10EE");
}

TEST(Decoder, RepeatsAndQuickCodesDoNotCount)
{
    const auto at = [](double seconds) { return ticksFromSeconds(seconds); };
    const auto decoder = makeDecoder(remote());
    const auto repeat = std::string(4, '\xFF');
    EXPECT_EQ(decoder->feed(at(0), upFrame)[0].state, ToldState::Good);
    EXPECT_EQ(decoder->feed(at(0.11), repeat)[0].state, ToldState::Repeat);
    EXPECT_EQ(decoder->feed(at(0.15), upFrame)[0].state, ToldState::Held);
    EXPECT_EQ(decoder->feed(at(0.4), upFrame)[0].state, ToldState::Good);

    auto taking = remote();
    taking.keyCodes.takesRepeats = true;
    const auto held = makeDecoder(taking);
    EXPECT_EQ(held->feed(at(0), repeat)[0].state, ToldState::Repeat) << "of nothing known";
    EXPECT_EQ(held->feed(at(1), upFrame)[0].state, ToldState::Good);
    EXPECT_EQ(held->feed(at(1.3), repeat)[0].text, "20DF10EF");
}

TEST(Decoder, ATornFrameDoesNotShiftTheNextOne)
{
    const auto decoder = makeDecoder(remote());
    EXPECT_TRUE(decoder->feed({}, upFrame.substr(0, 3)).empty());
    EXPECT_EQ(decoder->feed(ticksFromSeconds(1), upFrame)[0].text, "20DF10EF");
}

// Source of the numbers: gtin.csv of the reference sheets, GS1 General Specifications 7.9.
TEST(Decoder, LabelsAreTextAndKeepTheirZeros)
{
    Source s;
    s.kind = SourceKind::Labels;
    s.names = {{"4006381333931", "oar 7"}};
    EXPECT_EQ(only(s, "4006381333931\r\n").parsed, "oar 7");
    EXPECT_EQ(only(s, "0036000291452\n").text, "0036000291452");
    EXPECT_EQ(only(s, "6291041500214\n").parsed, "the check digit is 4, 3 belongs there");
    EXPECT_EQ(only(s, "SHED-3\n").text, "SHED-3");
    EXPECT_EQ(only(s, std::string("AB\x02") + "C\n").parsed, "control characters in it");
    s.labels.checksDigit = false;
    EXPECT_EQ(only(s, "4006381333913\n").state, ToldState::Good);
}

TEST(Decoder, TheSameLabelDoesNotCountAgainAtOnce)
{
    Source s;
    s.kind = SourceKind::Labels;
    const auto decoder = makeDecoder(s);
    EXPECT_EQ(decoder->feed({}, "A1\n")[0].state, ToldState::Good);
    EXPECT_EQ(decoder->feed(ticksFromSeconds(0.5), "A1\n")[0].state, ToldState::Held);
    EXPECT_EQ(decoder->feed(ticksFromSeconds(0.6), "B2\n")[0].state, ToldState::Good);
    EXPECT_EQ(decoder->feed(ticksFromSeconds(3), "B2\n")[0].state, ToldState::Good);
}

Source receiver(ReceiverGives gives)
{
    Source s;
    s.kind = SourceKind::Receiver;
    s.receiver.gives = gives;
    return s;
}

// Source: nmea.csv of the reference sheets, sentences of the standard's documentation.
TEST(Decoder, AReceiverGivesWhatItsSentencesSay)
{
    const std::string rmc =
        "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A\r\n";
    const std::string gga = "$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47\r\n";
    EXPECT_NEAR(only(receiver(ReceiverGives::Speed), rmc).number, 22.4, 1e-9);
    EXPECT_EQ(only(receiver(ReceiverGives::Course), rmc).number, 84.4);
    EXPECT_NEAR(only(receiver(ReceiverGives::Latitude), rmc).number, 48.1173, 1e-9);
    EXPECT_EQ(only(receiver(ReceiverGives::Speed), gga).state, ToldState::Other);
    EXPECT_EQ(only(receiver(ReceiverGives::Altitude), gga).number, 545.4);
    EXPECT_EQ(only(receiver(ReceiverGives::Satellites), gga).number, 8);
}

TEST(Decoder, WithoutAFixThereIsNoSpeed)
{
    const auto told =
        only(receiver(ReceiverGives::Speed), "$GPRMC,123519,V,,,,,,,230394,,,N*51\r\n");
    EXPECT_EQ(told.state, ToldState::NoValue);
    EXPECT_EQ(told.parsed, "RMC: no fix");
}

// Whatever comes in whatever pieces, a decoder goes on and tells the same lines.
// A receiver whose RMC is switched off, and one that has two talkers.
TEST(Decoder, TheBestSentenceIsBelievedOnceASecond)
{
    Source speed;
    speed.kind = SourceKind::Receiver;
    const auto decoder = makeDecoder(speed);
    const auto hear = [&](const std::string& body) {
        return decoder->feed({}, test::sentence(body)).front();
    };
    EXPECT_EQ(hear("GPVTG,90.0,T,,M,3.2,N,5.9,K,A").number, 3.2);
    EXPECT_EQ(hear("GPGGA,100001,,,,,0,00,,,M,,M,,").state, ToldState::Other);
    EXPECT_EQ(hear("GPVTG,,T,,M,0.0,N,0.0,K").parsed, "VTG: no fix");
    const std::string rest = "RMC,100002,A,5000.0,N,00300.0,E,4.5,90.0,010124,,,A";
    EXPECT_EQ(hear("GP" + rest).number, 4.5);
    EXPECT_EQ(hear("GN" + rest).parsed, "RMC: told already");
    EXPECT_EQ(hear("GPVTG,90.0,T,,M,4.5,N,8.3,K,A").state, ToldState::Other);
    EXPECT_EQ(
        decoder->feed({}, "\x01\x02" + test::sentence("GPRMC,100003,A,5000.0,N,00300.0,E,5,,,,,A"))
            .front()
            .number,
        5)
        << "noise before it";
}

RC_GTEST_PROP(Decoder, PiecesMakeNoDifference, ())
{
    auto heard = lines(LineForm::NameValue, "x");
    heard.source.kind = *rc::gen::element(SourceKind::Lines, SourceKind::Labels,
        SourceKind::Receiver, SourceKind::KeyCodes, SourceKind::Node);
    const auto bytes = *rc::gen::container<std::string>(
        rc::gen::element('x', ':', '1', '.', '\n', '\r', '$', '*', '\xFF', '\0', ','));
    const auto whole = heard.decoder()->feed({}, bytes);
    const auto decoder = heard.decoder();
    std::vector<Told> pieces;
    for (const char byte : bytes)
        for (auto& told : decoder->feed({}, {&byte, 1}))
            pieces.push_back(told);
    RC_ASSERT(pieces.size() == whole.size());
    for (std::size_t i = 0; i < whole.size(); ++i)
        RC_ASSERT(pieces[i].raw == whole[i].raw && pieces[i].parsed == whole[i].parsed
            && pieces[i].state == whole[i].state);
}

TEST(Names, AreLearnedReplacedAndForgotten)
{
    auto names = withName({}, "A", "up");
    names = withName(names, "B", "down");
    names = withName(names, "A", "seek");
    EXPECT_EQ(names, (std::vector<NameSpec>{{"A", "seek"}, {"B", "down"}}));
    EXPECT_EQ(withName(names, "A", "").size(), 1u);
    EXPECT_EQ(nameOf(names, "B"), "down");
    EXPECT_EQ(nameOf(names, "C"), "");
}

} // namespace
} // namespace fern
