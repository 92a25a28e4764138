// Logs from elsewhere become recordings: their columns find channels, faulty rows are left out.

#include "instrument/file.h"
#include "reading/log_import.h"
#include "run/import_proposal.h"
#include "signal/csv.h"
#include "tests/support.h"

#include <algorithm>
#include <gmock/gmock.h>
#include <gtest/gtest.h>

namespace fern {
namespace {

using testing::ElementsAre;

PlainInstrument skiff()
{
    return *resolve(
        *readInstrument(test::readText(test::sourcePath("demo/wagtail-skiff.fern.json"))), "");
}

struct Imported {
    std::string text;
    std::vector<std::string> faults;
    std::vector<std::string> notes{};
};

Imported imported(std::string_view log, const ImportPlan& plan)
{
    LogImport import(*lookAtLog(log), plan);
    for (std::size_t at = 0; at < log.size(); at += 5)
        import.feed(log.substr(at, 5));
    import.end();
    return {import.take(), import.faults(), import.notes()};
}

/// What is proposed for a log and the skiff's first channel, and what comes of it.
Imported proposed(std::string_view log)
{
    const auto instrument = skiff();
    const auto plan = proposeImport(*lookAtLog(log), instrument, 0);
    const auto checked = checkImport(plan, instrument);
    return checked ? imported(log, plan) : Imported{"", {checked.error().message}};
}

TEST(LogImport, ColumnsFindTheirChannelsByName)
{
    const auto recording = proposed("time (ms);Speed [m/s];house-battery.pin;crew;notes\n"
                                    "5000;1.5;2.75;4;start\n5250;;2.5;4;\n");
    EXPECT_EQ(recording.text,
        "t_s,speed.scaled [m/s],house-battery.pin [V]\n0,1.5,2.75\n"
        "0.25,,2.5\n");
    EXPECT_THAT(recording.faults, testing::IsEmpty());
}

TEST(LogImport, ARecordingIsTakenAsItStands)
{
    const std::string text = "t_s,house-battery.reading,speed [km/h]\n0,3339,nan\n0.1,,4\n";
    EXPECT_EQ(
        proposed(text).text, "t_s,house-battery.reading,speed.scaled [km/h]\n0,3339,nan\n0.1,,4\n");
}

TEST(LogImport, TheOnlyColumnGoesToTheChannelThatIsOpen)
{
    EXPECT_EQ(proposed("2031-05-04 18:30:00,12\n2031-05-04 18:30:02.5,13\n").text,
        "t_s,house-battery.reading\n0,12\n2.5,13\n");
    EXPECT_THAT(proposed("12\n13\n").faults,
        ElementsAre("the log has no time: say how long it is from one row to the next"));
    EXPECT_EQ(imported("12\n13\n", {{-1, 1, 0.5}, {{0, "x", Tap::Pin, "V"}}}).text,
        "t_s,x.pin [V]\n0,12\n0.5,13\n");
}

TEST(LogImport, LeavesOutRowsThatAreNoneOrGoBack)
{
    const auto recording =
        proposed("t,house-battery\n0,1\n0.1,x\n0.2,3\n0.2,4\n0.1,5\n,6\n0.3,7\n0.4\n");
    EXPECT_EQ(recording.text, "t_s,house-battery.reading\n0,1\n0.2,3\n0.3,7\n");
    EXPECT_THAT(recording.faults,
        testing::UnorderedElementsAre("line 3: \"x\" in column \"house-battery\" is no number",
            "the time 0.2 s does not follow 0.2 s", "the time 0.1 s does not follow 0.2 s",
            "a row has no time", "line 9: 1 cells, but the header has 2"));
}

TEST(LogImport, TakesAStretchAndCountsFromItsBegin)
{
    ImportPlan plan{{0, 1, 0}, {{1, "a", Tap::Reading, ""}}, 1.0, 2.0};
    EXPECT_EQ(imported("t_s,a\n0.5,1\n1,2\n1.5,3\n2,4\n2.5,5\n", plan).text,
        "t_s,a.reading\n0,2\n0.5,3\n1,4\n");
}

// The sentences of one instant make a row; midnight passes; a void one is a sample without a value.
// Checksums by the exclusive or of NMEA 0183.
TEST(LogImport, SentencesBecomeRows)
{
    const auto recording =
        proposed("$GPRMC,235959.50,A,4807.038,N,01131.000,E,010.0,084.4,230394,003.1,W*48\r\n"
                 "$GPGGA,235959.50,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*60\r\n"
                 "$GPRMC,000000.50,A,4807.038,N,01131.000,E,012.5,084.4,240394,003.1,W*49\r\n"
                 "$GPRMC,000001.50,V,,,,,,,240394,,*13\r\n"
                 "$GPRMC,000002.50,A,4807.038,N,01131.000,E,01x.5,084.4,240394,003.1,W*79\r\n");
    EXPECT_EQ(
        recording.text.substr(0, recording.text.find('\n')), "t_s,satellite-speed.scaled [kn]");
    const auto table = *parseCsv(recording.text);
    EXPECT_THAT(table.columns[0], ElementsAre(0, 1, 2));
    EXPECT_EQ(table.columns[1][0], 10);
    EXPECT_EQ(table.columns[1][1], 12.5);
    EXPECT_TRUE(isDropout(table.columns[1][2]));
    ASSERT_EQ(recording.faults.size(), 1U);
    EXPECT_THAT(recording.faults[0], testing::StartsWith("sentence 5: "));
}

/// What the skiff's satellite speed is after sentences without their checksums: "0 3.5, 1 nan".
std::string speedsOf(
    const std::vector<std::string>& bodies, std::vector<std::string>* notes = nullptr)
{
    std::string log;
    for (const auto& body : bodies)
        log += test::sentence(body);
    const auto recording = proposed(log);
    EXPECT_THAT(recording.faults, testing::IsEmpty());
    if (notes != nullptr)
        *notes = recording.notes;
    std::string rows = recording.text.substr(recording.text.find('\n') + 1);
    std::replace(rows.begin(), rows.end(), ',', ' ');
    std::replace(rows.begin(), rows.end(), '\n', ';');
    return rows;
}

std::string valid(
    const std::string& time, const std::string& knots, const std::string& talker = "GP")
{
    return talker + "RMC," + time + ",A,5000.0,N,00300.0,E," + knots + ",90.0,010124,,,A";
}

// What receivers really send: common practice, as their recordings show.
TEST(LogImport, ReceiversAsTheyAre)
{
    EXPECT_EQ(speedsOf({valid("100000", "0.3"), valid("100001", "0.30")}), "0 0.3;1 0.3;")
        << "as heard, not 0.30000000000000004";
    EXPECT_EQ(
        speedsOf({"GNRMC,100000.00,A,5002.45352712,N,01958.83179412,E,12.50000,16.61234,301120,"
                  "3.12345,E,A,V"}),
        "0 12.5;")
        << "94 characters";
    EXPECT_EQ(
        speedsOf({valid("100000", "1"), valid("100000", "1", "GN"), valid("100001", "2", "GA")}),
        "0 1;1 2;")
        << "one value told by two talkers counts once";
    EXPECT_EQ(
        speedsOf({"GPGGA,100000,5000.0,N,00300.0,E,1,08,0.9,5.0,M,,M,,",
            "GPVTG,90.0,T,,M,3.2,N,5.9,K,A", "GPGGA,100001,5000.0,N,00300.0,E,1,08,0.9,5.0,M,,M,,",
            "GPVTG,90.0,T,,M,3.4,N,6.3,K,A"}),
        "0 3.2;1 3.4;")
        << "without RMC";
    EXPECT_EQ(speedsOf({"GPVTG,90.0,T,,M,3.2,N,5.9,K,A", valid("100000", ""),
                  "GPVTG,90.0,T,,M,3.4,N,6.3,K,A", valid("100001", "")}),
        "0 3.2;1 3.4;")
        << "VTG before the sentence that tells its time";
    EXPECT_EQ(speedsOf({valid("100000", "4"), "GPRMC,100001,V,,,,,,,010124,,,N",
                  "GPVTG,,T,,M,0.0,N,0.0,K", "GPGGA,100002,,,,,0,00,,,M,,M,,",
                  "GPVTG,,T,,M,0.0,N,0.0,K,N", valid("100003", "5")}),
        "0 4;1 nan;2 nan;3 5;")
        << "VTG beside a void sentence is no speed of 0";
    EXPECT_EQ(speedsOf({valid("100001", "1"), valid("100002", "2"),
                  "GPGGA,100001,5000.0,N,00300.0,E,1,08,0.9,5.0,M,,M,,", valid("100003", "3")}),
        "0 1;1 2;2 3;")
        << "a sentence that comes late";
}

TEST(LogImport, AReceiversClockIsSet)
{
    std::vector<std::string> notes;
    EXPECT_EQ(speedsOf({"GPRMC,000003,V,,,,,,,060180,,,N", "GPRMC,000004,V,,,,,,,060180,,,N",
                           valid("221500", "1"), valid("221501", "2")},
                  &notes),
        "0 nan;1 nan;2 1;3 2;")
        << "forward";
    EXPECT_THAT(notes,
        ElementsAre(
            "sentence 3: the receiver's clock was set from 00:00:04 to 22:15:00; its times go "
            "on"));
    EXPECT_EQ(speedsOf({"GPRMC,120000,V,,,,,,,060180,,,N", "GPRMC,120000.5,V,,,,,,,060180,,,N",
                           valid("081500", "1"), valid("081500.5", "2")},
                  &notes),
        "0 nan;0.5 nan;1 1;1.5 2;")
        << "back, by the usual step";
    EXPECT_EQ(notes.size(), 1U);
    EXPECT_EQ(speedsOf({valid("100000", "1"), valid("103000", "2")}, &notes), "0 1;1800 2;")
        << "with a fix before it, half an hour without sentences is half an hour";
    EXPECT_THAT(notes, testing::IsEmpty());
    EXPECT_EQ(speedsOf({valid("", "1"), valid("", "2"), valid("", "3")}, &notes), "0 1;1 2;2 3;");
    EXPECT_THAT(
        notes, ElementsAre("sentence 1 tells no time: it comes one step after the one before it"));
}

TEST(LogImport, RefusesWhatLeadsNowhere)
{
    const auto instrument = skiff();
    const auto messageOf = [&](const ImportPlan& plan) {
        return checkImport(plan, instrument).error().message;
    };
    EXPECT_EQ(messageOf({}), "no column goes anywhere: choose a channel for one");
    const LogTarget speed{1, "speed", Tap::Scaled, "km/h"};
    EXPECT_EQ(messageOf({{}, {speed, speed}}), "two columns go to speed.scaled");
    EXPECT_EQ(messageOf({{}, {{1, "speed", Tap::Scaled, "V"}}}),
        "the recording's unit \"V\" does not fit speed.scaled, which is in km/h");
    EXPECT_FALSE(lookAtLog(""));
    EXPECT_FALSE(lookAtLog("# only a note\n"));
    EXPECT_FALSE(lookAtLog("dear diary\nit rained, all day\n"));
}

} // namespace
} // namespace fern
