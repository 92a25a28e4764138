// Recordings and logs in files: what is torn is left out, what stops leaves nothing behind, deleted
// captures come back.

#include "io/capture_files.h"
#include "io/files.h"
#include "io/recordings.h"
#include "tests/io/limits.h"

#include <gmock/gmock.h>

#include <QDir>
#include <QFileInfo>
#include <QTemporaryDir>

#include <filesystem>

namespace fern::io {
namespace {

bool goOn(double /*share*/)
{
    return true;
}

class RecordingFiles : public testing::Test {
protected:
    std::string path(const std::string& name) const
    {
        return folder.filePath(QString::fromStdString(name)).toStdString();
    }
    std::string written(const std::string& name, const std::string& text) const
    {
        EXPECT_TRUE(writeFileAtomically(path(name), text));
        return path(name);
    }
    /// A log of so many rows "0,0", "1,1" … under a header.
    std::string longLog(int rows) const
    {
        std::string text = "t,a\n";
        for (int i = 0; i < rows; ++i)
            text += std::to_string(i) + "," + std::to_string(i) + "\n";
        return written("long.csv", text);
    }
    Result<ImportReport> imported(const std::string& log, const Progress& progress = goOn) const
    {
        return importLog(log, *lookAtLogFile(log), {{}, {{1, "a", Tap::Reading, ""}}},
            path("recording.csv"), progress);
    }
    bool hasRecording() const { return std::filesystem::exists(path("recording.csv")); }

    QTemporaryDir folder;
};

TEST_F(RecordingFiles, ARecordingWithBadRowsIsReadWithoutThem)
{
    const auto file = written("heard.csv", "t_s,a.reading\n0,1\n0.1,tw\n0.2,3\n0.1,4\n0.3");
    EXPECT_EQ(describe(loadRecording(file).error()),
        file + ", line 3: \"tw\" in column \"a.reading\" is no number");
    const auto read = readRecording(file, goOn);
    ASSERT_TRUE(read) << describe(read.error());
    EXPECT_EQ(read->captures.front().values, (std::vector<double>{1, 3}));
    EXPECT_EQ(read->faultCount, 3U);
    EXPECT_THAT(read->faults,
        testing::ElementsAre("line 3: \"tw\" in column \"a.reading\" is no number",
            "line 6: 1 cells, but the header has 2",
            "1 rows have a time that does not follow the row before"));
    EXPECT_FALSE(readRecording(written("other.csv", "time,a\n0,1\n"), goOn));
    EXPECT_FALSE(readRecording(path("none.csv"), goOn));
}

TEST_F(RecordingFiles, ALongLogIsImportedPieceByPiece)
{
    constexpr int rows = 300000; // several pieces
    double last = 0;
    int steps = 0;
    const auto report = imported(longLog(rows), [&](double share) {
        EXPECT_GE(share, last);
        last = share;
        return ++steps > 0;
    });
    ASSERT_TRUE(report) << describe(report.error());
    EXPECT_EQ(report->rows, static_cast<std::size_t>(rows));
    EXPECT_EQ(report->seconds, rows - 1);
    EXPECT_EQ(last, 1);
    EXPECT_GT(steps, 2);
    const auto captures = loadRecording(path("recording.csv"));
    ASSERT_TRUE(captures) << describe(captures.error());
    EXPECT_EQ(captures->front().values.size(), static_cast<std::size_t>(rows));
    EXPECT_EQ(captures->front().values.back(), rows - 1);
}

TEST_F(RecordingFiles, WhatIsStoppedLeavesNothing)
{
    const auto report = imported(longLog(300000), [](double /*share*/) { return false; });
    ASSERT_TRUE(report);
    EXPECT_TRUE(report->isStopped);
    EXPECT_FALSE(hasRecording());
    const auto read = readRecording(written("r.csv", "t_s,a\n0,1\n"), [](double) { return false; });
    EXPECT_TRUE(read && read->isStopped && read->captures.empty());
}

TEST_F(RecordingFiles, ALogWithoutAnyRowIsRefused)
{
    const auto report = imported(written("torn.csv", "t,a\n0,1,2\n1,2,3\n0,x\n"));
    ASSERT_FALSE(report);
    EXPECT_THAT(
        describe(report.error()), testing::HasSubstr("no row can be taken: line 2: 3 cells"));
    EXPECT_FALSE(hasRecording());
}

TEST_F(RecordingFiles, WhatFailsOrStopsLeavesTheOlderRecording)
{
    const auto older = written("recording.csv", "t_s,a\n0,1\n");
    const auto stands = [&] { return *readFile(older, 100) == "t_s,a\n0,1\n"; };
    EXPECT_FALSE(imported(written("torn.csv", "t,a\n0,1,2\n1,2,3\n0,x\n")));
    EXPECT_TRUE(stands());
    EXPECT_TRUE(imported(longLog(300000), [](double) { return false; })->isStopped);
    EXPECT_TRUE(stands());
    EXPECT_TRUE(imported(written("good.csv", "t,a\n0,7\n")));
    EXPECT_EQ(*readFile(older, 100), "t_s,a.reading\n0,7\n");
    // Nothing is left beside them.
    EXPECT_EQ(QDir(folder.path()).entryList(QDir::Files | QDir::Hidden).size(), 4);
}

TEST_F(RecordingFiles, ALogIsNotReplacedByItsRecording)
{
    const std::string text = "t,a\n0,1\n";
    const auto log = written("recording.csv", text);
    const auto link = path("link.csv");
    std::filesystem::create_symlink(log, link);
    for (const auto& from : {log, link}) {
        const auto report = imported(from);
        ASSERT_FALSE(report);
        EXPECT_EQ(describe(report.error()),
            log + ": the recording would replace the log that it is made of: choose another name");
    }
    EXPECT_EQ(*readFile(log, 100), text);
}

struct OddTime {
    const char* name;
    const char* text;
    const char* part;
};

class TimesThatAreNone : public RecordingFiles, public testing::WithParamInterface<OddTime> { };

TEST_P(TimesThatAreNone, AreRefusedWithTheLine)
{
    const auto log = written("log.csv", GetParam().text);
    const auto look = *lookAtLogFile(log);
    const auto report =
        importLog(log, look, {{0}, {{1, "a", Tap::Reading, ""}}}, path("recording.csv"), goOn);
    ASSERT_FALSE(report);
    EXPECT_THAT(describe(report.error()), testing::HasSubstr(GetParam().part));
    EXPECT_FALSE(hasRecording());
}

INSTANTIATE_TEST_SUITE_P(RecordingFiles, TimesThatAreNone,
    testing::Values(OddTime{"clock", "time,a\n18:30:00,12.5\n18:30:01,12.6\n",
                        "line 2: \"18:30:00\" in column \"time\" is no number"},
        OddTime{"comma", "time;a\n0,5;12.5\n1,0;12.6\n",
            "line 2: \"0,5\" in column \"time\" is no number"},
        OddTime{"words", "time,a\nnoon,12.5\nlater,12.6\n", "\"noon\" in column \"time\""},
        OddTime{"empty", "time,a\n,12.5\n,12.6\n", "a row has no time"}),
    [](const auto& row) { return std::string(row.param.name); });

TEST_F(RecordingFiles, AFullDiskEndsAnImport)
{
    const auto log = longLog(300000);
    test::withFileSizeLimit(100000, [&] {
        const auto report = imported(log);
        return !report && describe(report.error()).find("cannot be written") != std::string::npos
            && !hasRecording();
    });
}

TEST_F(RecordingFiles, ARecordingIsTrimmedAsItStands)
{
    const auto file =
        written("heard.csv", "t_s,a.reading,b [km/h]\n10,1,\n11,2,nan\n12,,4\n13,4,5\n");
    const auto look = *lookAtLogFile(file);
    auto plan = *planOfRecording(file, look);
    plan.from = 11;
    plan.to = 12.5;
    const auto report = importLog(file, look, plan, path("recording.csv"), goOn);
    ASSERT_TRUE(report) << describe(report.error());
    EXPECT_EQ(
        *readFile(path("recording.csv"), 1000), "t_s,a.reading,b.scaled [km/h]\n0,2,nan\n1,,4\n");
}

TEST_F(RecordingFiles, CapturesLieBesideTheInstrument)
{
    EXPECT_EQ(capturePath("/x/skiff.fern.json", "evening"), "/x/skiff.fern.d/evening.csv");
    EXPECT_EQ(captureFolder("/x/odd"), "/x/odd.d");
    Instrument instrument;
    for (const char* id : {"one", "gone"}) {
        StoredCapture capture;
        capture.id = id;
        instrument.captures.push_back(std::make_shared<const StoredCapture>(capture));
    }
    const auto from = path("a.fern.json");
    const auto to = path("b.fern.json");
    ASSERT_TRUE(makeCaptureFolder(from));
    ASSERT_TRUE(writeFileAtomically(capturePath(from, "one"), "t_s,a\n0,1\n"));
    ASSERT_TRUE(copyCaptures(instrument, from, to));
    EXPECT_EQ(*readFile(capturePath(to, "one"), 100), "t_s,a\n0,1\n");
    EXPECT_FALSE(std::filesystem::exists(capturePath(to, "gone")));
    ASSERT_TRUE(copyCaptures(instrument, from, from));
    EXPECT_FALSE(copyCaptures(instrument, from, path("a.fern.d/one.csv/deep")));
}

TEST_F(RecordingFiles, WhatIsInTheTrashComesBack)
{
    qputenv("XDG_DATA_HOME", folder.filePath(QStringLiteral("data")).toUtf8());
    const auto file = written("capture.csv", "t_s,a\n0,1\n");
    const auto place = moveToTrash(file);
    ASSERT_TRUE(place) << describe(place.error());
    EXPECT_FALSE(std::filesystem::exists(file));
    ASSERT_TRUE(moveBack(*place, file));
    EXPECT_EQ(*readFile(file, 100), "t_s,a\n0,1\n");
    EXPECT_FALSE(moveToTrash(path("none.csv")));
    EXPECT_FALSE(moveBack(*place, file));
}

} // namespace
} // namespace fern::io
