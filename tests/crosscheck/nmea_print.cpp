// Reads sentences from stdin, one a line, and prints for each what this program makes of it:
// good or bad, latitude, longitude, speed in km/h, quality, satellites, altitude; "-" is unknown.

#include "reading/nmea.h"

#include <cstdio>
#include <iostream>
#include <string>

#include <fmt/format.h>

using namespace fern;

int main()
{
    constexpr double kmhPerKnot = 1.852;
    const auto text = [](const auto& known, double factor) {
        return known ? fmt::format("{:.12g}", static_cast<double>(*known) * factor)
                     : std::string("-");
    };
    for (std::string line; std::getline(std::cin, line);) {
        const auto sentence = parseNmea(line);
        if (!sentence) {
            fmt::print("bad\n");
            continue;
        }
        const auto s = stateOf(*sentence);
        fmt::print("good {} {} {} {} {} {}\n", text(s.latitude, 1), text(s.longitude, 1),
            text(s.speed, kmhPerKnot), text(s.quality, 1), text(s.satellitesUsed, 1),
            text(s.altitude, 1));
    }
    return 0;
}
