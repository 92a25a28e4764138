#pragma once
// Helpers of the tests: the demo, files, and small instruments.

#include "instrument/channel_edits.h"
#include "instrument/file.h"
#include "instrument/plain_program.h"
#include "instrument/resolve.h"
#include "signal/checksum.h"

#include <fmt/format.h>
#include <gtest/gtest.h>

#include <fstream>
#include <sstream>
#include <string>

namespace fern::test {

inline std::string readText(const std::string& path)
{
    std::ifstream file(path, std::ios::binary);
    EXPECT_TRUE(file) << path;
    std::stringstream text;
    text << file.rdbuf();
    return text.str();
}

inline std::string sourcePath(const std::string& relative)
{
    return std::string(FERN_TICK_SOURCE) + "/" + relative;
}

inline std::string skiffText()
{
    return readText(sourcePath("demo/wagtail-skiff.fern.json"));
}

inline Instrument wholeSkiff()
{
    auto instrument = readInstrument(skiffText());
    EXPECT_TRUE(instrument);
    return *std::move(instrument);
}

/// The skiff with its two analog channels, house battery and bilge.
inline Instrument skiff()
{
    auto in = wholeSkiff();
    for (const auto* id : {"last-stroke", "speed", "satellite-speed", "strokes", "pulse",
             "page-button", "unit-button"})
        in = *withoutChannel(in, id);
    return in;
}

/// Takes the other displays away, with their tasks.
inline void keepFirstDisplay(PlainInstrument& plain)
{
    plain.displays.resize(1);
    std::erase_if(plain.program,
        [](const PlainTask& task) { return task.spec.does == TaskDoes::Redraw && task.of > 0; });
}

/// The skiff reduced to its house battery on one page at the helm.
inline PlainInstrument plainSkiff()
{
    auto plain = *resolve(*withoutChannel(skiff(), "bilge"), "evening-row");
    keepFirstDisplay(plain);
    holdPage(plain.displays[0], plain.displays[0].turned.front());
    return plain;
}

/// A receiver's sentence with its checksum, as a line.
inline std::string sentence(std::string_view body)
{
    return fmt::format("${}*{:02X}\r\n", body, exclusiveOr(body));
}

/// Replaces the first occurrence of a text, which must be there.
inline std::string replaced(std::string text, const std::string& from, const std::string& to)
{
    const auto at = text.find(from);
    EXPECT_NE(at, std::string::npos) << from;
    return at == std::string::npos ? text : text.replace(at, from.size(), to);
}

} // namespace fern::test
