#include "reading/nmea.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <fmt/format.h>

namespace fern {
namespace {

constexpr const char* gga = "$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47";
constexpr const char* rmc = "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A";

ReceiverState stateIn(const std::string& line)
{
    const auto sentence = parseNmea(line);
    EXPECT_TRUE(sentence) << line;
    return sentence ? stateOf(*sentence) : ReceiverState{};
}

// Sentences of documentation with values worked by python3-nmea2; 1 knot is 1.852 km/h exactly.
TEST(Nmea, ReadsTheSentencesOfDocumentation)
{
    const auto fix = stateIn(gga);
    EXPECT_NEAR(*fix.latitude, 48.1173, 1e-9);
    EXPECT_NEAR(*fix.longitude, 11.516666666666667, 1e-9);
    EXPECT_EQ(fix.quality, 1);
    EXPECT_EQ(fix.satellitesUsed, 8);
    EXPECT_EQ(fix.altitude, 545.4);
    EXPECT_EQ(fix.dilution, 0.9);
    EXPECT_EQ(fix.secondOfDay, 12 * 3600 + 35 * 60 + 19);

    const auto minimum = stateIn(rmc);
    EXPECT_EQ(minimum.hasFix, true);
    EXPECT_EQ(minimum.speed, 22.4);
    EXPECT_EQ(minimum.course, 84.4);
    EXPECT_EQ(minimum.date, "1994-03-23");

    const auto south =
        stateIn("$GPRMC,081836,A,3751.65,S,14507.36,E,000.0,360.0,130998,011.3,E*62");
    EXPECT_NEAR(*south.latitude, -37.86083333333333, 1e-9);
    EXPECT_NEAR(*south.longitude, 145.12266666666667, 1e-9);
    const auto west =
        stateIn("$GNRMC,235959.90,A,3341.8650,S,07034.2110,W,10.80,270.5,311225,,,A*44");
    EXPECT_NEAR(*west.longitude, -70.57018333333333, 1e-9);
    EXPECT_NEAR(*west.secondOfDay, 86399.9, 1e-9);
    EXPECT_EQ(west.date, "2025-12-31");
    const auto edge = stateIn("$GNGGA,061530.25,8959.9999,N,17959.9999,W,4,12,0.52,-3.7,M,17.1,M,"
                              "1.2,0101*5A");
    EXPECT_NEAR(*edge.latitude, 89.99999833333334, 1e-9);
    EXPECT_EQ(edge.altitude, -3.7);
    EXPECT_EQ(stateIn("$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48").speed, 5.5);
    EXPECT_NEAR(*stateOf({"GP", "VTG", {"", "T", "", "M", "", "N", "18.52", "K"}}).speed, 10, 1e-9)
        << "1 kn is 1.852 km/h";
    EXPECT_NEAR(
        *stateIn("$GPGLL,4916.45,N,12311.12,W,225444,A*31").latitude, 49.274166666666666, 1e-9);
    EXPECT_EQ(stateIn("$GPGSV,3,1,11,03,03,111,00,04,15,270,00,06,01,010,00,13,06,292,00*74")
                  .satellitesInView,
        11);
}

// A void sentence has coordinates in some receivers: they are no fix.
TEST(Nmea, AStatusOfVAndAQualityOfZeroAreNoFix)
{
    const auto none = stateIn("$GPRMC,120000,V,,,,,,,010124,,*34");
    EXPECT_EQ(none.hasFix, false);
    EXPECT_EQ(none.date, "2024-01-01");
    const auto zero = stateIn("$GPGGA,000001.00,0000.0000,N,00000.0000,W,0,00,99.9,,M,,M,,*77");
    EXPECT_EQ(zero.hasFix, false);
    EXPECT_FALSE(zero.latitude || zero.altitude);
    EXPECT_EQ(zero.satellitesUsed, 0);
}

TEST(Nmea, RefusesWhatCannotBeTrusted)
{
    const auto why = [](const std::string& line) { return parseNmea(line).error().message; };
    EXPECT_EQ(why("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*46"),
        "the checksum is 47, the sentence says 46");
    EXPECT_EQ(why("$GPRMC,123519,A,4807.039,N,01131.000,E,022.4,084.4,230394,003.1,W*6A"),
        "the checksum is 6B, the sentence says 6A");
    EXPECT_EQ(why("$GPRMC,120000,V,,,,,,,010124,,"), "the sentence has no checksum of two digits");
    EXPECT_EQ(why("GPRMC*00"), "a sentence begins with $");
    EXPECT_EQ(why("$GPRMC,120000*4"), "the sentence has no checksum of two digits");
    EXPECT_EQ(why("$GPRMC*ZZ"), "\"ZZ\" is no checksum");
    EXPECT_EQ(why("$*00"), "\"\" is no address of a sentence");
    EXPECT_EQ(why("$GPTXT," + std::string(250, 'x') + "*00"),
        "a sentence has at most 256 characters, this one 262");
    EXPECT_TRUE(parseNmea("$GPRMC,120000,V,,,,,,,010124,,*34\r"));
}

TEST(Nmea, OneWrongFieldIsUnknownAndHurtsNoOther)
{
    const auto sentence = NmeaSentence{"GP", "RMC",
        {"251900", "A", "4860.00", "N", "01131.000", "E", "fast", "84.4", "320194", "", ""}};
    const auto state = stateOf(sentence);
    EXPECT_FALSE(state.secondOfDay || state.latitude || state.speed);
    EXPECT_EQ(state.date, "");
    EXPECT_NEAR(*state.longitude, 11.516666666666667, 1e-9);
    EXPECT_EQ(state.course, 84.4);
    EXPECT_EQ(stateOf({"GP", "RMC", {}}).hasFix, false);
}

TEST(ReceiverDecoder, MergesSentencesAndForgetsAtALostFix)
{
    ReceiverDecoder decoder;
    EXPECT_EQ(decoder.feed(std::string(gga) + "\r\n" + rmc + "\r\n"), 2);
    decoder.feed("$GPGSV,3,1,11,03,03,111,00,04,15,270,00,06,01,010,00,13,06,292,00*74\r\n");
    const auto& fix = decoder.state();
    EXPECT_EQ(fix.satellitesUsed, 8);
    EXPECT_EQ(fix.satellitesInView, 11);
    EXPECT_EQ(fix.quality, 1);
    EXPECT_EQ(fix.dilution, 0.9);
    EXPECT_EQ(fix.altitude, 545.4);
    EXPECT_EQ(fix.course, 84.4);
    EXPECT_EQ(fix.date, "1994-03-23");
    EXPECT_NEAR(*fix.longitude, 11 + 31.0 / 60, 1e-9);
    EXPECT_EQ(fix.speed, 22.4);
    decoder.feed("$GPRMC,120000,V,,,,,,,010124,,*34\r\n");
    EXPECT_EQ(decoder.state().hasFix, false);
    EXPECT_FALSE(decoder.state().speed || decoder.state().latitude);
    EXPECT_EQ(decoder.state().secondOfDay, 12 * 3600);
    decoder.feed("noise\n$GPRMC,1200\n");
    EXPECT_EQ(decoder.badCount(), 2);
    EXPECT_EQ(decoder.goodCount(), 4);
}

// However the bytes are cut into pieces, the same sentences come out.
RC_GTEST_PROP(ReceiverDecoder, DoesNotMindHowTheBytesAreCut, ())
{
    const std::string stream = std::string(gga) + "\r\nx\n" + rmc + "\n\n" + gga + "\r\n";
    ReceiverDecoder whole;
    whole.feed(stream);
    ReceiverDecoder pieces;
    std::size_t at = 0;
    while (at < stream.size()) {
        const auto length = *rc::gen::inRange<std::size_t>(1, 40);
        pieces.feed(std::string_view(stream).substr(at, length));
        at += length;
    }
    RC_ASSERT(pieces.state() == whole.state());
    RC_ASSERT(pieces.goodCount() == whole.goodCount());
    RC_ASSERT(pieces.badCount() == whole.badCount());
}

// Any change of one character of a sentence's body changes the checksum.
RC_GTEST_PROP(Nmea, OneChangedCharacterIsRefused, ())
{
    std::string line = rmc;
    const auto at = *rc::gen::inRange<std::size_t>(1, line.find('*'));
    const auto other = *rc::gen::inRange(' ', '~');
    RC_PRE(other != line[at] && other != '*');
    line[at] = other;
    RC_ASSERT(!parseNmea(line));
}

TEST(LineCutter, DropsWhatIsTooLongAndGoesOn)
{
    LineCutter cutter(5);
    EXPECT_EQ(cutter.feed("abc"), (std::vector<std::string>{}));
    EXPECT_EQ(cutter.feed("de\nabcdef\r\ngh\n"), (std::vector<std::string>{"abcde", "gh"}));
    EXPECT_EQ(cutter.tooLongCount(), 1U);
    cutter.feed("half");
    cutter.reset();
    EXPECT_EQ(cutter.feed("new\n"), (std::vector<std::string>{"new"}));
}

} // namespace
} // namespace fern
