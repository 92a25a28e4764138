// Reads instruments, one JSON text a line, and says of each: "ok"; "reference" where only what it
// leads to is missing, which no schema can say; else where its own keys and values cannot be read.

#include "instrument/describe.h"
#include "instrument/file.h"

#include <iostream>
#include <string>

#include <fmt/format.h>

namespace {

std::string said(const std::string& text)
{
    const auto root = fern::json::parse(text);
    if (!root)
        return "no JSON: " + root.error().message;
    fern::Instrument instrument;
    fern::JsonReader reader(*root, "");
    describe(reader, instrument);
    if (reader.failed())
        return fmt::format("{}: {}", reader.pointer(), reader.message());
    return fern::readInstrument(text) ? "ok" : "reference";
}

} // namespace

int main()
{
    for (std::string line; std::getline(std::cin, line);)
        fmt::print("{}\n", said(line));
    return 0;
}
