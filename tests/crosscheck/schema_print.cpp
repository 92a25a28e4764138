// Reads instruments, one JSON text a line, and says of each whether its own keys and values can be
// read: "ok", or where and why not. References between its parts are no matter of a schema.

#include "instrument/describe.h"

#include <iostream>
#include <string>

#include <fmt/format.h>

int main()
{
    for (std::string line; std::getline(std::cin, line);) {
        const auto root = fern::json::parse(line);
        if (!root) {
            fmt::print("no JSON: {}\n", root.error().message);
            continue;
        }
        fern::Instrument instrument;
        fern::JsonReader reader(*root, "");
        describe(reader, instrument);
        if (reader.failed())
            fmt::print("{}: {}\n", reader.pointer(), reader.message());
        else
            fmt::print("ok\n");
    }
    return 0;
}
