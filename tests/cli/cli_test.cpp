#include "tests/cli/command.h"

#include "base/json.h"
#include "base/number_text.h"
#include "base/split.h"
#include "signal/csv.h"
#include "tests/support.h"

#include <algorithm>
#include <cmath>
#include <filesystem>
#include <fstream>

#include <sys/stat.h>

namespace fern {
namespace {

using test::cli;
using test::sourcePath;
using test::temporary;

const std::string skiffPath = sourcePath("demo/wagtail-skiff.fern.json");

/// The one JSON value on stdout.
json::Node valueOf(const test::Outcome& outcome)
{
    const auto node = json::parse(outcome.out);
    EXPECT_TRUE(node) << outcome.out << outcome.err;
    return node ? *node : json::Node{};
}

const json::Node& member(const json::Node& node, const std::string& key)
{
    const auto* found = json::find(node, key);
    EXPECT_NE(found, nullptr) << key;
    static const json::Node none;
    return found == nullptr ? none : *found;
}

TEST(Cli, FormatsEveryDemoFileByteForByte)
{
    for (const auto& entry : std::filesystem::directory_iterator(sourcePath("demo")))
        if (entry.path().string().ends_with(".fern.json")) {
            const auto outcome = cli("format " + entry.path().string());
            EXPECT_EQ(outcome.exitCode, 0);
            EXPECT_EQ(outcome.out, test::wholeFile(entry.path().string())) << entry.path();
        }
}

TEST(Cli, ChecksWhatAScenarioGivesAway)
{
    const auto pump = sourcePath("demo/weir-pump.fern.json");
    EXPECT_EQ(cli("check " + pump).exitCode, 0);
    const auto outcome = cli("check " + pump + " --scenario thunderstorm");
    EXPECT_EQ(outcome.exitCode, 1);
    // The lower gauge is silent from 420 s on; of a node that loses a third of its messages four
    // periods of 24 s are no chance any more.
    EXPECT_NE(outcome.out.find("Nothing from Lower gauge for"), std::string::npos) << outcome.out;
    EXPECT_NE(outcome.out.find("First seen 500 s into the scenario."), std::string::npos);
    EXPECT_EQ(outcome.out.find("Nothing from Upper gauge"), std::string::npos);
    EXPECT_EQ(cli("check " + pump + " --scenario drought").exitCode, 3);
}

TEST(Cli, TracesTheCodesToo)
{
    const auto trace = temporary("codes.csv");
    ASSERT_EQ(cli("run " + sourcePath("demo/oar-store.fern.json")
                  + " --scenario saturday --seconds 7 --trace " + trace)
                  .exitCode,
        0);
    const auto lines = splitAt(test::wholeFile(trace), '\n');
    std::filesystem::remove(trace);
    const auto header = splitCsvLine(lines.at(0), ',');
    const auto codesOf = [&](const std::string& name) {
        const auto column = static_cast<std::size_t>(
            std::find(header.begin(), header.end(), name) - header.begin());
        std::vector<std::string> codes;
        for (std::size_t i = 1; i + 1 < lines.size(); ++i)
            if (const auto cell = splitCsvLine(lines[i], ',').at(column); !cell.empty())
                codes.push_back(cell);
        return codes;
    };
    EXPECT_EQ(codesOf("scanner.code"), std::vector<std::string>{"4006381333931"});
    EXPECT_EQ(codesOf("keys.code"), std::vector<std::string>{"right"});
    EXPECT_EQ(codesOf("next-outing.code"), std::vector<std::string>{"9:56"});
}

TEST(Cli, ConvertPrintsOnlyTheNumber)
{
    EXPECT_EQ(cli("convert 1 mile/h km/h").out, "1.609344\n");
    EXPECT_EQ(cli("convert -40 degF degC").out, "-40\n");
    EXPECT_EQ(cli("convert 1e3 mV V").out, "1\n");
    const auto wrong = cli("convert 1 kph m/s");
    EXPECT_EQ(wrong.exitCode, 4);
    EXPECT_EQ(wrong.err,
        "fern-tick-cli: the unit \"kph\" can be misread: write km/h; like m/s there are knot, kn, "
        "mph\n");
    EXPECT_EQ(wrong.out, "");
}

TEST(Cli, TextPrintsExactlyTheCells)
{
    EXPECT_EQ(cli("text --decimals 1 --width 6 12.84 -12.84 99999 nan").out,
        "  12.8\n -12.8\n######\n------\n");
    EXPECT_EQ(cli("text --decimals 1 --width 8 --unit V --align left 12.84").out, "12.8 V  \n");
    EXPECT_EQ(
        cli("text --decimals 0 --width 3 --pad zero --overflow '*' 7 1234").out, "007\n***\n");
    EXPECT_EQ(valueOf(cli("text --json --decimals 2 --width 5 2.675")).items.at(0).text, " 2.68");
    EXPECT_EQ(cli("text --decimals 1 --width 6 twelve").exitCode, 4);
    EXPECT_EQ(cli("text --decimals 10 --width 6 1").exitCode, 4);
    EXPECT_EQ(cli("text --width 6 1").out, "     1\n");
}

TEST(Cli, TextKnowsEveryForm)
{
    EXPECT_EQ(cli("text --form m:ss --width 6 61.9 3600").out, "  1:01\n 60:00\n");
    EXPECT_EQ(cli("text --form h:mm:ss --width 8 3661").out, " 1:01:01\n");
    EXPECT_EQ(cli("text --form h:mm --width 5 --pad zero 27000").out, "07:30\n");
    EXPECT_EQ(
        cli("text --form hexadecimal --decimals 4 --width 6 48879 10").out, "  BEEF\n  000A\n");
    EXPECT_EQ(cli("text --form name --name 7=seven --name 8=eight --align left --width 6 8 9").out,
        "eight \n9     \n");
    EXPECT_EQ(cli("text --form roman --width 6 1").exitCode, 4);
    EXPECT_EQ(cli("text --form name --name seven --width 6 7").exitCode, 4);
}

// One small file for every rule of parts, named after it.
TEST(Cli, CheckReportsEveryRuleOfParts)
{
    int files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(sourcePath("tests/data/parts"))) {
        const auto path = entry.path().string();
        auto rule = entry.path().filename().string().substr(0, 3);
        rule[0] = rule[0] == 'w' ? 'W' : 'P';
        const auto outcome = cli("check --json " + path);
        const auto value = valueOf(outcome);
        bool isFound = false;
        for (const auto& finding : member(value, "findings").items)
            isFound = isFound || member(finding, "rule").text == rule;
        EXPECT_TRUE(isFound) << path << "\n" << outcome.out;
        EXPECT_EQ(cli("format " + path).out, test::readText(path));
        ++files;
    }
    EXPECT_EQ(files, 23);
}

TEST(Cli, PartsAndWiringAreTables)
{
    const auto parts = cli("parts " + skiffPath);
    EXPECT_TRUE(parts.out.starts_with("count,part,where,price each,price\n"));
    EXPECT_NE(
        parts.out.find("1,paddlewheel,Paddlewheel,8 shells,8.00 shells\n"), std::string::npos);
    const auto wires = valueOf(cli("wiring --json " + skiffPath));
    ASSERT_FALSE(wires.items.empty());
    EXPECT_EQ(member(wires.items[0], "from").text, "House battery");
    EXPECT_EQ(member(wires.items[0], "pin").text, "IO32");
    EXPECT_EQ(cli("wiring /no/such/file").exitCode, 3);
}

TEST(Cli, CheckTellsTheSeverityByItsExitCode)
{
    const auto outcome = cli("check --json " + skiffPath);
    EXPECT_EQ(outcome.exitCode, 1);
    const auto value = valueOf(outcome);
    const auto& findings = member(value, "findings");
    ASSERT_EQ(findings.items.size(), 3U); // and two numbers too small to be read from so far
    EXPECT_EQ(member(findings.items[0], "rule").text, "T01");
    EXPECT_EQ(member(findings.items[0], "fixes").items.at(0).text, "Show 1 decimal");
    const auto clean = temporary("clean.fern.json",
        test::replaced(test::replaced(test::skiffText(), "\"decimals\": 2", "\"decimals\": 1"),
            "\"readingDistance\": { \"value\": 0.55", "\"readingDistance\": { \"value\": 0.25"));
    EXPECT_EQ(cli("check " + clean).exitCode, 0);
    EXPECT_EQ(cli("check " + clean).out, "nothing found\n");
    const auto harm = temporary(
        "harm.fern.json", test::replaced(test::skiffText(), "\"value\": 47", "\"value\": 27"));
    EXPECT_EQ(cli("check " + harm).exitCode, 2);
    std::filesystem::remove(clean);
    std::filesystem::remove(harm);
}

TEST(Cli, SmoothWritesSeventeenDigits)
{
    const auto in = temporary("in.csv", "t_s,value\n0,1\n0.1,2\n0.2,\n0.3,4\n");
    const auto out = temporary("out.csv");
    ASSERT_EQ(
        cli("smooth --step 'exponential alpha 0.1' --step 'median 1' " + in + " " + out).exitCode,
        0);
    EXPECT_EQ(test::wholeFile(out),
        "t_s,value\n0,1\n0.10000000000000001,1.1000000000000001\n0.20000000000000001,\n0."
        "29999999999999999,1.3900000000000001\n");
    EXPECT_EQ(cli("smooth --step 'median 2' " + in + " " + out).exitCode, 4);
    EXPECT_EQ(cli("smooth " + in + " " + out).exitCode, 4);
    std::filesystem::remove(in);
    std::filesystem::remove(out);
}

TEST(Cli, RunPrintsItsSummaryAndWritesItsFiles)
{
    const auto trace = temporary("trace.csv");
    const auto vcd = temporary("trace.vcd");
    const auto outcome = cli("run --json " + skiffPath
        + " --scenario 'evening row' --seconds 30 --trace " + trace + " --vcd " + vcd);
    EXPECT_EQ(outcome.exitCode, 0);
    const auto value = valueOf(outcome);
    EXPECT_EQ(member(value, "simulatedSeconds").number, 30);
    EXPECT_EQ(member(member(value, "redraws"), "helm").number, 60);
    EXPECT_EQ(member(member(value, "lastFrameHash"), "helm").text.size(), 16U);
    const auto& speed = member(member(value, "pulses"), "speed");
    EXPECT_EQ(member(speed, "lost").number, 0);
    EXPECT_TRUE(member(speed, "causes").items.empty());
    const auto& processors = member(value, "processors").items;
    ASSERT_EQ(processors.size(), 1U) << "the other core has nothing to do";
    EXPECT_GT(member(processors[0], "share").number, 0);
    EXPECT_EQ(member(processors[0], "longest").text, "a redraw of helm");
    for (const auto& age : member(value, "ages").items)
        EXPECT_LT(member(age, "mostSeconds").number, member(age, "wishedSeconds").number);
    EXPECT_EQ(member(value, "sampling").items.size(), 9U);
    EXPECT_EQ(test::wholeFile(trace), test::wholeFile(sourcePath("tests/data/skiff-30s.csv")));
    EXPECT_TRUE(test::wholeFile(vcd).starts_with("$timescale 1 ns $end"));
    // Another seed is another specimen; past its last point the scenario holds.
    EXPECT_NE(cli("run --json " + skiffPath + " --scenario evening-row --seconds 30 --seed 5").out,
        outcome.out);
    EXPECT_EQ(cli("run --json " + skiffPath + " --scenario evening-row --seconds 700").exitCode, 0);
    EXPECT_EQ(cli("run " + skiffPath + " --scenario storm --seconds 3").err,
        "fern-tick-cli: /scenarios: there is no scenario \"storm\"\n");
    EXPECT_EQ(cli("run " + skiffPath + " --scenario storm --seconds 3").exitCode, 3);
    std::filesystem::remove(trace);
    std::filesystem::remove(vcd);
}

TEST(Cli, ReplaysTheEveningToATraceAndAPicture)
{
    const auto trace = temporary("evening.csv");
    const auto png = temporary("evening.png");
    const auto outcome = cli("replay --json " + skiffPath + " "
        + sourcePath("demo/wagtail-skiff.fern.d/house-battery-evening.csv") + " --trace " + trace
        + " --png " + png);
    ASSERT_EQ(outcome.exitCode, 0) << outcome.err;
    const auto table = test::wholeFile(trace);
    EXPECT_NE(
        table.find("\n0,,,3339,"), std::string::npos); // the first recorded count, no world, no pin
    // Every recorded count stands alone in its column: no world and no pin before it.
    int recorded = 0;
    for (auto at = table.find('\n'); at + 1 < table.size(); at = table.find('\n', at + 1)) {
        const auto comma = table.find(',', at);
        recorded += table.compare(comma, 3, ",,,") == 0 && table[comma + 3] != ',';
    }
    EXPECT_EQ(recorded, 36000);
    EXPECT_TRUE(test::wholeFile(png).starts_with("\x89PNG"));
    const auto other = temporary("other.csv", "t_s,engine.reading\n0,1\n");
    EXPECT_EQ(cli("replay " + skiffPath + " " + other).exitCode, 3);
    for (const auto& path : {trace, png, other})
        std::filesystem::remove(path);
}

TEST(Cli, FeedsAPseudoTerminal)
{
    const auto port = temporary("feed-port");
    const auto sent = valueOf(cli("feed --json meter --seconds 0.7 --link " + port));
    EXPECT_GT(member(sent, "bytes").number, 20);
    EXPECT_FALSE(std::filesystem::is_symlink(port)) << "it is taken away at the end";
    EXPECT_EQ(cli("feed meter").exitCode, 4) << "nobody said where to";
    EXPECT_EQ(cli("feed meter --link " + port + " --port /dev/null").exitCode, 4);
    EXPECT_EQ(cli("feed /no/such/file.csv --link " + port).exitCode, 3);
    EXPECT_EQ(cli("feed meter --port /dev/no-such-port").exitCode, 3);
    EXPECT_EQ(cli("feed meter --capture /no/such.csv --link " + port).exitCode, 3);
    const auto scanner = cli("feed scanner --file " + skiffPath + " --link " + port);
    EXPECT_EQ(scanner.exitCode, 3);
    EXPECT_NE(scanner.err.find("no channel that a scanner could stand in for"), std::string::npos);
}

TEST(Cli, ARecordedTripIsPlayedIntoAnyOther)
{
    // The satellite receiver's trip drives the stand-in of the wheel; 9 km/h all the time.
    const auto trip = temporary("trip.csv");
    std::ofstream(trip) << "t_s,speed [km/h]\n0,9\n60,9\n";
    const auto port = temporary("trip-port");
    const auto wheel = valueOf(cli("feed --json pulses --file " + skiffPath + " --capture " + trip
        + " --seconds 0.5 --link " + port));
    EXPECT_GT(member(wheel, "bytes").number, 30);
    const auto receiver =
        cli("feed receiver --file " + skiffPath + " --capture " + trip + " --link " + port);
    EXPECT_EQ(receiver.exitCode, 3) << "it has no values of the receiver's channel";
    EXPECT_NE(receiver.err.find("with values of it in the capture"), std::string::npos);
    // As a log its lines go out at their own times: the second row waits.
    const auto log = valueOf(cli("feed --json " + trip + " --seconds 0.3 --link " + port));
    EXPECT_EQ(member(log, "bytes").number, 21);
    std::filesystem::remove(trip);
}

TEST(Cli, FeedsOverHttp)
{
    // Asked by another program, as a maker would; the address is printed at once.
    const auto said = temporary("feed.txt");
    const auto command = std::string(FERN_TICK_CLI) + " feed computer --http 0 --seconds 20 > "
        + said + " & server=$!; for i in $(seq 100); do grep -q / " + said
        + " && break; sleep 0.1; done; /usr/bin/python3 -c \"import json, sys, urllib.request as "
          "r; "
          "print(len(json.load(r.build_opener(r.ProxyHandler({})).open(sys.argv[1]))))\" "
          "$(grep -o 'http.*' "
        + said + ") > " + said + ".fields; kill $server";
    ASSERT_EQ(std::system(command.c_str()), 0);
    EXPECT_GE(std::stoi(test::readText(said + ".fields")), 3);
    EXPECT_EQ(cli("feed meter --http 0 --link " + said).exitCode, 4);
    EXPECT_EQ(cli("feed meter --http 70000").exitCode, 4);
}

TEST(Cli, ImportsALogAndTellsItsFigures)
{
    const auto log = temporary("pond.csv");
    const auto recording = temporary("pond-recording.csv");
    std::ofstream(log) << "time (ms);House battery;crew\n0;3300;4\n100;33x;4\n200;3304;4\n";
    const auto report = valueOf(cli("import --json " + skiffPath + " " + log + " " + recording));
    EXPECT_EQ(member(report, "rows").number, 2);
    EXPECT_EQ(member(report, "leftOut").number, 1);
    EXPECT_EQ(member(report, "faults").items[0].text,
        "line 3: \"33x\" in column \"House battery\" is no number");
    EXPECT_EQ(test::readText(recording), "t_s,house-battery.reading\n0,3300\n0.2,3304\n");
    const auto figures = valueOf(cli("statistics --json " + recording));
    EXPECT_EQ(member(member(figures, "house-battery.reading"), "mean").number, 3302);
    std::ofstream(log) << "volts,amps\n1,2\n3,4\n";
    const auto nowhere = cli("import " + skiffPath + " " + log + " " + recording);
    EXPECT_EQ(nowhere.exitCode, 3);
    EXPECT_NE(nowhere.err.find("no column goes anywhere"), std::string::npos);
    EXPECT_EQ(
        cli("import " + skiffPath + " " + log + " " + recording + " --channel x").exitCode, 3);
    EXPECT_EQ(cli("statistics /no/such/file.csv").exitCode, 3);
}

TEST(Cli, AnImportNeverCostsAFile)
{
    const auto log = temporary("river.csv", "time;House battery\n18:30:00;3300\n18:30:01;3304\n");
    const auto recording = temporary("river-recording.csv", "t_s,house-battery.reading\n0,1\n");
    const auto instrument = temporary("river.fern.json", test::skiffText());
    const auto refused = [&](const std::string& from, const std::string& to, const char* part) {
        const auto outcome = cli("import " + instrument + " " + from + " " + to);
        EXPECT_NE(outcome.exitCode, 0);
        EXPECT_NE(outcome.err.find(part), std::string::npos) << outcome.err;
    };
    refused(log, recording, "line 2: \"18:30:00\" in column \"time\" is no number");
    EXPECT_EQ(test::readText(recording), "t_s,house-battery.reading\n0,1\n");
    const auto good = temporary("lake.csv", "t;House battery\n0;3300\n1;3304\n");
    refused(good, good, "would replace the log");
    refused(good, instrument, "would replace the instrument");
    EXPECT_EQ(test::readText(good), "t;House battery\n0;3300\n1;3304\n");
    EXPECT_EQ(test::readText(instrument), test::skiffText());
}

TEST(Cli, FitsACalibration)
{
    const auto pairs = temporary("pairs.csv");
    std::ofstream(pairs) << "code;grams\n0;1\n100;3\n200;5\n";
    const auto fit = valueOf(cli("fit --json --tolerance 0.1 --reference-exact " + pairs));
    EXPECT_EQ(member(fit, "coefficients").items[0].text, "1");
    EXPECT_EQ(member(fit, "coefficients").items[1].text, "0.02");
    EXPECT_EQ(member(fit, "verdict").text, "good");
    // A reference of which nothing is told is unknown, and so is what two pairs are worth.
    const auto untold = valueOf(cli("fit --json --tolerance 0.1 --at 300 " + pairs));
    EXPECT_EQ(member(untold, "verdict").text, "cannot be judged");
    EXPECT_EQ(member(untold, "missing").text, "how far the reference may be off is not told");
    EXPECT_EQ(member(member(untold, "claims").items[0], "halfWidth").kind, json::Kind::Null);
    const auto coarse = valueOf(cli("fit --json --tolerance 0.1 --reference-percent 5 " + pairs));
    EXPECT_EQ(member(coarse, "verdict").text, "cannot be judged");
    // 300 counts lie one step outside of three pairs that scatter by 0.01 g: residuals -1/600,
    // 1/300, -1/600, so that s = 0.0040825, t = 12.706 and √(1/3 + 4/2) = 1.5275 give 0.0792; 5 %
    // of 7.0033 as a rectangle give twice 0.2022.
    std::ofstream(pairs) << "code;grams\n0;1\n100;3.005\n200;5\n";
    const auto claimed = valueOf(cli("fit --json --reference-percent 5 --at 300 " + pairs));
    const auto& claim = member(claimed, "claims").items.at(0);
    EXPECT_NEAR(member(claim, "value").number, 7.001667, 1e-6);
    EXPECT_NEAR(member(claim, "curve").number, 0.0792, 1e-4);
    EXPECT_NEAR(member(claim, "reference").number, 2 * 0.05 * 7.001667 / std::sqrt(3), 1e-6);
    EXPECT_EQ(cli("fit --model cubic " + pairs).exitCode, 4);
    const auto table = cli("fit --model table " + pairs).out;
    EXPECT_NE(table.find("  100: 3.005\n"), std::string::npos) << table;
}

TEST(Cli, TellsEveryFigureOfAStem)
{
    const auto stem =
        valueOf(cli("stem --json " + skiffPath + " --channel house-battery --at 100"));
    EXPECT_EQ(member(stem, "end").text, "helm · V · 2 decimals");
    const auto& leaves = member(stem, "leaves").items;
    ASSERT_EQ(leaves.size(), 7U);
    EXPECT_EQ(member(leaves[0], "value").text, "13.152");
    EXPECT_EQ(member(leaves[1], "isLimit").boolean, true);
    double age = 0;
    for (const auto& leaf : leaves) {
        EXPECT_GE(member(leaf, "ageSeconds").number, age) << member(leaf, "name").text;
        age = member(leaf, "ageSeconds").number;
    }
    const auto& budget = member(stem, "budget");
    EXPECT_EQ(member(budget, "at").number, 14.6); // the worst place of 10 V … 14.6 V
    double squares = 0;
    for (const auto& term : member(budget, "terms").items) {
        if (member(term, "name").text == "rounding")
            EXPECT_EQ(member(term, "leaf").text, "Text");
        else
            squares += std::pow(member(term, "u").number, 2);
    }
    EXPECT_NEAR(member(budget, "accuracy").number, std::sqrt(squares), 1e-12);
    EXPECT_EQ(member(stem, "wishes").items.size(), 6U);
    EXPECT_GT(member(member(stem, "smoothing"), "stepResponse").items.size(), 10U);
    const auto bow =
        cli("stem " + skiffPath + " --channel house-battery --at 100 --reader bow-volts");
    EXPECT_NE(bow.out.find("wish tolerance: ±0.19 V, wished ±0.2 V: met"), std::string::npos)
        << bow.out;
    EXPECT_EQ(cli("stem " + skiffPath + " --channel nothing --at 1").exitCode, 3);
    EXPECT_EQ(cli("stem " + skiffPath + " --channel house-battery --at nan").exitCode, 4);
}

TEST(Cli, DiagnosesWhatIsShown)
{
    // 12.8 V through 47 kΩ over 12 kΩ makes 2.60 V: the divider is not in the arithmetic.
    const auto found = valueOf(
        cli("diagnose --json " + skiffPath + " --channel house-battery 2.60=12.8 2.12=10.4"));
    EXPECT_EQ(member(found, "state").text, "explained");
    EXPECT_EQ(
        member(member(found, "explanations").items[0], "mistakes").items[0].text, "no-divider");
    EXPECT_EQ(cli("diagnose " + skiffPath + " --channel house-battery 2.60").exitCode, 4);
    EXPECT_NE(cli("diagnose " + skiffPath + " --channel nothing 1=2").exitCode, 0);
    EXPECT_NE(cli("diagnose " + skiffPath + " --channel house-battery 7.77=12.0 12.13=10.3")
                  .out.find("No known mistake explains this. The nearest is"),
        std::string::npos);
}

TEST(Cli, TellsTheHealthOfThisComputer)
{
    const auto health = valueOf(cli("computer --json"));
    for (const auto* key : {"memory", "disk"}) {
        EXPECT_GT(member(health, key).number, 0) << key;
        EXPECT_LE(member(health, key).number, 100) << key;
    }
    const auto line = cli("computer").out;
    EXPECT_NE(line.find("memory:"), std::string::npos);
    EXPECT_EQ(line.back(), '\n');
}

TEST(Cli, GlassDrawsWhatTheRunShows)
{
    const auto glassPng = temporary("glass.png");
    const auto runPng = temporary("run.png");
    const auto run = valueOf(cli("run --json " + skiffPath
        + " --scenario evening-row --seconds 125.2 --zoom 2 --png " + runPng));
    const auto glass = cli("glass --json " + skiffPath
        + " --display helm --page battery --scenario evening-row --at 125.2 --zoom 2 --png "
        + glassPng);
    EXPECT_EQ(member(valueOf(glass), "frameHash").text,
        member(member(run, "lastFrameHash"), "helm").text);
    EXPECT_EQ(test::wholeFile(glassPng), test::wholeFile(runPng));
    EXPECT_EQ(cli("glass " + skiffPath + " --display stern --png " + glassPng).exitCode, 3);
    EXPECT_EQ(
        cli("glass " + skiffPath + " --display helm --page engine --png " + glassPng).exitCode, 3);
    EXPECT_EQ(cli("glass " + skiffPath + " --display helm --at 5 --png " + glassPng).exitCode,
        4); // --at needs a scenario
    std::filesystem::remove(glassPng);
    std::filesystem::remove(runPng);
}

TEST(Cli, GlassShowsWhatRecordedBytesMakeOfAPart)
{
    const auto path = temporary("bytes.csv");
    const auto pbm = temporary("played.pbm");
    const auto png = temporary("played.png");
    const auto write = [&](const std::string& text) { std::ofstream(path) << text; };
    write("t_s,kind,bytes\n0.1,command,8d 14 a1 c8 a8 1f da 02 af\n0.2,data,03\n");
    const auto play = "glass --play " + path + " --part ";
    EXPECT_EQ(cli(play + "mono-128x32 --pbm " + pbm).exitCode, 0);
    const auto bitmap = test::wholeFile(pbm);
    EXPECT_TRUE(bitmap.starts_with("P1\n128 32\n1000")) << bitmap.substr(0, 20);
    EXPECT_EQ(std::count(bitmap.begin() + 10, bitmap.end(), '1'), 2);
    write("t_s,kind,bytes\n0.1,wire,40\n0.2,wire,c0 06 db 4f 66\n0.3,wire,8f\n");
    EXPECT_EQ(cli(play + "four-digits-two-wire").out, "12:34\n");
    EXPECT_EQ(cli(play + "four-digits-two-wire --pbm " + pbm).exitCode, 4);
    EXPECT_EQ(cli(play + "four-digits-two-wire --png " + png).exitCode, 0);
    EXPECT_NE(cli(play + "nosuch").err.find("mono-128x64"), std::string::npos);
    write("t_s,kind,bytes\n0.1,command,1g\n");
    const auto wrong = cli(play + "mono-128x32");
    EXPECT_NE(wrong.exitCode, 0);
    EXPECT_NE(wrong.err.find("line 2"), std::string::npos) << wrong.err;
    for (const auto& made : {path, pbm, png})
        std::filesystem::remove(made);
    EXPECT_EQ(cli("glass").exitCode, 4);
    EXPECT_EQ(cli("glass --play " + path + " " + skiffPath).exitCode, 4);
}

// What --bytes prints is what --play reads: the digits show the same.
TEST(Cli, GlassOfEveryKindTellsItsBytesAndItsText)
{
    const auto bow = "glass " + skiffPath + " --display bow ";
    const auto table = cli(bow + "--bytes").out;
    EXPECT_TRUE(table.starts_with("t_s,kind,bytes,says\n")) << table;
    EXPECT_NE(table.find(",wire,8f,\"on, brightness 7\"\n"), std::string::npos) << table;
    const auto path = temporary("bow.csv", table);
    const auto text = temporary("bow.txt");
    EXPECT_EQ(cli(bow + "--text " + text).exitCode, 0);
    const auto shown = test::wholeFile(text);
    EXPECT_FALSE(shown.empty());
    EXPECT_EQ(cli("glass --play " + path + " --part four-digits-points").out, shown);
    EXPECT_EQ(cli(bow + "--pbm " + text).exitCode, 4) << "digits are no grid";
    const auto scale = sourcePath("demo/kitbag-scale.fern.json");
    EXPECT_EQ(cli("glass " + scale + " --display display --text " + text).exitCode, 0);
    EXPECT_TRUE(test::wholeFile(text).starts_with("WEIGHT\n")) << test::wholeFile(text);
    EXPECT_EQ(cli("glass " + scale + " --display display --pbm " + text).exitCode, 0);
    EXPECT_TRUE(test::wholeFile(text).starts_with("P1\n80 16\n"));
    const auto colours = sourcePath("demo/workshop-pc.fern.json");
    EXPECT_EQ(cli("glass " + colours + " --display machine --ppm " + text).exitCode, 0);
    EXPECT_TRUE(test::wholeFile(text).starts_with("P3\n240 135\n"));
    EXPECT_EQ(cli("glass " + scale + " --display display").exitCode, 4) << "nothing is asked for";
    std::filesystem::remove(path);
    std::filesystem::remove(text);
}

TEST(Cli, PlanGivesItsReasons)
{
    const auto value = valueOf(cli("plan --json " + skiffPath));
    const auto& display = member(value, "displays").items.at(0);
    EXPECT_EQ(member(display, "buses").items.size(), 2U);
    EXPECT_EQ(member(display, "proposedSeconds").number, 0.5);
    EXPECT_GE(member(display, "reasons").items.size(), 3U);
    EXPECT_NE(cli("plan " + skiffPath).out.find("99.3 ms on the bus"), std::string::npos);
    const auto& plan = member(value, "plan");
    EXPECT_GT(member(plan, "kept").number, 0);
    EXPECT_EQ(member(member(plan, "chosen"), "pace").items.size(), 2U);
    EXPECT_LE(member(member(member(plan, "chosen"), "asked"), "freshness").number, 1);
    EXPECT_GE(member(plan, "frontier").items.size(), 2U);
    EXPECT_TRUE(member(plan, "waysOut").items.empty());
    EXPECT_FALSE(member(plan, "reasons").items.empty());
}

TEST(Cli, SpeaksTheSameUnderACommaLocale)
{
    EXPECT_EQ(
        cli("convert 1 mph m/s", "LC_ALL=de_DE.UTF-8 LC_NUMERIC=de_DE.UTF-8 ").out, "0.44704\n");
}

TEST(Cli, ATraceIsARecordingToo)
{
    const auto trace = temporary("trace.csv");
    cli("run " + skiffPath + " --scenario evening-row --seconds 30 --trace " + trace);
    const auto told = cli("statistics " + trace);
    EXPECT_EQ(told.exitCode, 0) << told.err;
    EXPECT_NE(told.out.find("house-battery"), std::string::npos);
    EXPECT_EQ(told.out.find("shown"), std::string::npos) << "what was shown is no recording";
    // Played again from the world, the told speed is the value itself.
    const auto again = temporary("again.csv");
    const auto played = cli("replay " + skiffPath + " " + trace + " --trace " + again);
    EXPECT_EQ(played.exitCode, 0) << played.err;
    std::filesystem::remove(trace);
    std::filesystem::remove(again);
}

TEST(Cli, AFitNamesADecimalComma)
{
    const auto pairs = temporary("pairs.csv", "reading;reference\n1,5;2,5\n2,5;4,7\n");
    const auto fitted = cli("fit " + pairs);
    EXPECT_EQ(fitted.exitCode, 3);
    EXPECT_NE(fitted.err.find("\"1,5\" has a decimal comma: write a point"), std::string::npos)
        << fitted.err;
    std::filesystem::remove(pairs);
}

// 12 of 3901: a loop that redraws sees a short pulse only by luck.
TEST(Cli, ChecksWhatARunOfTheFirstScenarioLoses)
{
    auto text = test::wholeFile(sourcePath("tests/data/builds/rev-counter.fern.json"));
    const std::string interrupt = R"("input": "interrupt")";
    text.replace(text.rfind(interrupt), interrupt.size(), R"("input": "polled")");
    const auto path = temporary("polled.fern.json", text);
    const auto checked = cli("check " + path);
    EXPECT_NE(checked.exitCode, 0);
    EXPECT_NE(checked.out.find("pulses of Engine are lost"), std::string::npos) << checked.out;
    std::filesystem::remove(path);
}

TEST(Cli, APictureBecomesAnArray)
{
    // The reference of tests/data/pictures, as a picture file; its bytes are those of numpy and
    // Pillow.
    const auto input = sourcePath("tests/data/pictures/dither-input.pgm");
    const auto array = cli("picture " + input + " --size 64x32 --array msb --name 'Sky; */'");
    EXPECT_EQ(array.exitCode, 0) << array.err;
    EXPECT_TRUE(
        array.out.starts_with("const unsigned char sky[256] = {\n    0x00, 0x00, 0x12, 0x55,"))
        << array.out.substr(0, 80);
    const auto png = temporary("picture.png");
    const auto outcome =
        cli("picture --json " + input + " --size 10x10 --palette 7 --dither ordered --png " + png);
    EXPECT_EQ(member(valueOf(outcome), "bytes").number, 50) << "two pixels a byte";
    EXPECT_TRUE(test::wholeFile(png).starts_with("\x89PNG"));
    for (const char* wrong : {"--size 10", "--size 0x4", "--size 9999x4", "--size 8x8 --palette 5",
             "--size 8x8 --dither none", "--size 8x8 --array rgb565",
             "--size 8x8 --palette full --array msb", "--size 8x8 --palette 7 --array page",
             "--size 8x8 --turn 45", "--size 8x8 --contrast nan"})
        EXPECT_EQ(cli("picture " + input + " " + wrong).exitCode, 4) << wrong;
    EXPECT_EQ(cli("picture " + sourcePath("README.md") + " --size 8x8").exitCode, 3);
    EXPECT_EQ(cli("picture /nowhere.png --size 8x8").exitCode, 3);
    EXPECT_EQ(cli("picture " + input + " --size 8x8 --png /nowhere/a.png").exitCode, 3);
}

} // namespace
} // namespace fern
