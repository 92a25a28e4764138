#include "io/files.h"
#include "io/recordings.h"

#include "tests/io/limits.h"
#include "tests/support.h"

#include <filesystem>

namespace fern::io {
namespace {

namespace fs = std::filesystem;

class Files : public testing::Test {
protected:
    void SetUp() override { fs::create_directories(m_folder); }
    void TearDown() override { fs::remove_all(m_folder); }
    std::string path(const std::string& name) const { return (m_folder / name).string(); }

private:
    fs::path m_folder =
        fs::temp_directory_path() / ("fern-tick-files-" + std::to_string(::getpid()));
};

TEST_F(Files, RoundTripBytes)
{
    const std::string bytes("a\0b\r\n\xFF", 6);
    ASSERT_TRUE(writeFileAtomically(path("x"), bytes));
    EXPECT_EQ(*readFile(path("x"), 100), bytes);
    ASSERT_TRUE(writeFileAtomically(path("x"), ""));
    EXPECT_EQ(*readFile(path("x"), 100), "");
}

TEST_F(Files, SayWhatIsInTheWay)
{
    EXPECT_EQ(
        describe(readFile(path(""), 10).error()), path("") + ": this is a folder, not a file");
    EXPECT_EQ(describe(readFile(path("none"), 10).error()),
        path("none") + ": cannot be read: No such file or directory");
    ASSERT_TRUE(writeFileAtomically(path("big"), std::string(3U << 20U, 'x')));
    EXPECT_EQ(readFile(path("big"), 1U << 20U).error().message,
        "the file has 3 MB; at most 1 MB are read");
    EXPECT_FALSE(writeFileAtomically(path("no/such/folder/x"), "x"));
    test::asNobody([&] { // the tests may run as root, who may read everything
        const auto refused = readFile("/etc/shadow", 1 << 20);
        return !refused && refused.error().message == "cannot be read: Permission denied";
    });
}

TEST_F(Files, AFullDiskLeavesTheOldFile)
{
    ASSERT_TRUE(writeFileAtomically(path("instrument"), "the old text"));
    test::withFileSizeLimit(4096, [&] {
        const auto refused = writeFileAtomically(path("instrument"), std::string(100000, 'n'));
        return !refused && refused.error().code == ErrorCode::CannotWrite;
    });
    EXPECT_EQ(*readFile(path("instrument"), 100), "the old text");
    EXPECT_EQ(std::distance(fs::directory_iterator(fs::path(path("instrument")).parent_path()),
                  fs::directory_iterator()),
        1);
}

TEST_F(Files, PlaceErrorsOfInstrumentsAndRecordings)
{
    ASSERT_TRUE(writeFileAtomically(path("a.fern.json"), "{"));
    EXPECT_EQ(describe(loadInstrument(path("a.fern.json")).error()),
        path("a.fern.json") + ", line 1, column 1: the text ends too early");
    ASSERT_TRUE(writeFileAtomically(path("a.csv"), "t_s,a\n0,1\n0.1"));
    EXPECT_EQ(describe(loadRecording(path("a.csv")).error()),
        path("a.csv") + ", line 3: 1 cells, but the header has 2");
    EXPECT_EQ(loadRecording(test::sourcePath("demo/wagtail-skiff.fern.d/house-battery-evening.csv"))
                  ->front()
                  .values.size(),
        36000U);
}

} // namespace
} // namespace fern::io
