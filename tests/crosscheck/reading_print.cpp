// What this program makes of numbers from stdin, one a line:
//   reading_print spectrum SECONDS   "hertz amplitude" of each line
//   reading_print statistics         mean, standard deviation, least, most, different codes
//   reading_print zone RULE          of each epoch second the offset in seconds

#include "base/time_zone.h"
#include "reading/code_statistics.h"
#include "reading/spectrum.h"

#include <cstdio>
#include <iostream>
#include <string>
#include <vector>

#include <fmt/format.h>

using namespace fern;

int main(int argc, char** argv)
{
    const std::string what = argc > 1 ? argv[1] : "";
    std::vector<double> numbers;
    for (double number = 0; std::cin >> number;)
        numbers.push_back(number);
    if (what == "spectrum" && argc == 3) {
        for (const auto& line : spectrumOf(numbers, std::stod(argv[2]), numbers.size()))
            fmt::print("{:.17g} {:.17g}\n", line.hertz, line.amplitude);
    } else if (what == "statistics") {
        const auto s = codeStatistics(numbers);
        fmt::print("{:.17g} {:.17g} {} {} {}\n", s.mean, s.deviation, s.least, s.most, s.distinct);
    } else if (what == "zone" && argc == 3) {
        const auto rule = parseZoneRule(argv[2]);
        if (!rule)
            return 3;
        for (const double second : numbers)
            fmt::print("{}\n", offsetAt(*rule, static_cast<std::int64_t>(second)));
    } else {
        return 4;
    }
    return 0;
}
