#pragma once
// Runs the real program and keeps what it prints.

#include "tests/io/limits.h"

#include <array>
#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>

namespace fern::test {

struct Outcome {
    int exitCode = -1;
    std::string out;
    std::string err;
};

inline std::string wholeFile(const std::string& path)
{
    std::ifstream file(path, std::ios::binary);
    std::stringstream text;
    text << file.rdbuf();
    return text.str();
}

/// Runs fern-tick-cli with the arguments, quoted for the shell by the caller.
inline Outcome cli(const std::string& arguments, const std::string& before = "")
{
    const auto base = testing::TempDir() + "fern-tick-cli-" + std::to_string(getpid());
    const auto command = "( " + before + FERN_TICK_CLI + (" " + arguments) + "\n) >" + base
        + ".out 2>" + base + ".err";
    const int status = std::system(command.c_str());
    Outcome outcome{WIFEXITED(status) ? WEXITSTATUS(status) : -1, wholeFile(base + ".out"),
        wholeFile(base + ".err")};
    std::filesystem::remove(base + ".out");
    std::filesystem::remove(base + ".err");
    return outcome;
}

inline std::string temporary(const std::string& name, const std::string& text = "")
{
    const auto path = testing::TempDir() + std::to_string(getpid()) + "-" + name;
    if (!text.empty())
        std::ofstream(path, std::ios::binary) << text;
    return path;
}

} // namespace fern::test
