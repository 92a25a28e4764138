// Unusable input: one clear line with the place, the right exit code, nothing lost.

#include "tests/cli/command.h"
#include "tests/support.h"

#include <algorithm>

#include <sys/stat.h>

namespace fern {
namespace {

using test::cli;
using test::temporary;

void expectOneLine(const test::Outcome& outcome, int exitCode, const std::string& part)
{
    EXPECT_EQ(outcome.exitCode, exitCode) << outcome.err;
    EXPECT_EQ(outcome.out, "");
    EXPECT_EQ(std::count(outcome.err.begin(), outcome.err.end(), '\n'), 1) << outcome.err;
    EXPECT_NE(outcome.err.find(part), std::string::npos) << outcome.err;
}

struct Broken {
    const char* name;
    std::string text;
    const char* part; ///< of the line on stderr
};

TEST(BadInput, BrokenFilesAreNamedWithThePlace)
{
    const auto skiff = test::skiffText();
    const Broken all[] = {{"truncated", skiff.substr(0, 1000), "the text ends too early"},
        {"empty", " ", "the text ends too early"},
        {"twice", test::replaced(skiff, "\"version\": 3,", "\"version\": 3,\n  \"version\": 3,"),
            "line 4, column 11: the key \"version\" stands twice"},
        {"type", test::replaced(skiff, "\"name\": \"Wagtail\"", "\"name\": 7"),
            "/name, line 4, column 12: this must be a text"},
        {"nan", test::replaced(skiff, "\"bits\": 12", "\"bits\": NaN"),
            "line 19, column 17: not valid JSON"},
        {"huge", test::replaced(skiff, "\"bits\": 12", "\"bits\": 1e400"), "a number is too large"},
        {"utf8", test::replaced(skiff, "Wagtail", "Wagt\xC3\x28il"),
            "line 4, column 17: the text is not valid UTF-8"},
        {"array", "[]", "this is not an instrument file"}};
    for (const auto& broken : all) {
        const auto path = temporary(std::string(broken.name) + ".fern.json", broken.text);
        for (const char* command : {"check ", "format ", "plan "}) {
            const auto outcome = cli(command + path);
            expectOneLine(outcome, 3, broken.part);
            EXPECT_NE(outcome.err.find(path), std::string::npos);
        }
        std::filesystem::remove(path);
    }
}

TEST(BadInput, WrongFilesAreNamed)
{
    expectOneLine(cli("check /tmp"), 3, "/tmp: this is a folder, not a file");
    expectOneLine(cli("check /no/such/file"), 3, "No such file or directory");
    const auto large = temporary("large.fern.json", "x");
    std::filesystem::resize_file(large, 200U << 20U);
    expectOneLine(cli("format " + large), 3, "the file has 200 MB; at most 16 MB are read");
    std::filesystem::remove(large);
    const auto secret = temporary("secret.fern.json", test::skiffText());
    chmod(secret.c_str(), 0);
    test::asNobody([&] {
        const auto outcome = cli("check " + secret, "cd /; ");
        return outcome.exitCode == 3 && outcome.err.find("Permission denied") != std::string::npos;
    });
    std::filesystem::remove(secret);
}

TEST(BadInput, AWrongCommandLineIsCodeFour)
{
    for (const char* arguments :
        {"", "dance", "check", "run x --seconds 5", "convert one V mV", "smooth a b", "check a b"})
        expectOneLine(cli(arguments), 4, "see fern-tick-cli --help");
    EXPECT_EQ(cli("--help").exitCode, 0);
    EXPECT_NE(cli("run --help").out.find("--scenario"), std::string::npos);
}

TEST(BadInput, AFullDiskKeepsTheOldOutput)
{
    const auto out = temporary("kept.csv", "the old trace\n");
    const auto skiff = test::sourcePath("demo/wagtail-skiff.fern.json");
    test::withFileSizeLimit(4096, [&] {
        const auto outcome =
            cli("run --json " + skiff + " --scenario evening-row --seconds 60 --trace " + out);
        return outcome.exitCode == 3 && outcome.out.empty()
            && outcome.err.find("cannot be written") != std::string::npos;
    });
    EXPECT_EQ(test::wholeFile(out), "the old trace\n");
    const auto full = cli("format " + skiff + " >/dev/full; echo $?; exit 0 #");
    EXPECT_EQ(full.out, "3\n");
    std::filesystem::remove(out);
}

} // namespace
} // namespace fern
