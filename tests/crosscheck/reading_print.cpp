// What this program makes of numbers from stdin, one a line:
//   reading_print spectrum SECONDS   "hertz amplitude" of each line
//   reading_print statistics         mean, standard deviation, least, most, different codes
//   reading_print averaged SECONDS   the same of the averaged spectrum, in segments of 256
//   reading_print csv FILE           the rows of a table, its numbers with 17 digits
//   reading_print zone RULE          of each epoch second the offset in seconds
//   reading_print beats SECONDS      beats a minute at each sample, no second one within 0.3 s

#include "base/time_zone.h"
#include "reading/beat_detector.h"
#include "reading/code_statistics.h"
#include "reading/spectrum.h"
#include "signal/csv.h"

#include <cstdio>
#include <fstream>
#include <iostream>
#include <iterator>
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
    } else if (what == "averaged" && argc == 3) {
        for (const auto& line : averagedSpectrum(numbers, std::stod(argv[2]), 256, numbers.size()))
            fmt::print("{:.17g} {:.17g}\n", line.hertz, line.amplitude);
    } else if (what == "csv" && argc == 3) {
        std::ifstream file(argv[2], std::ios::binary);
        const auto table = parseCsv(std::string(std::istreambuf_iterator<char>(file), {}));
        if (!table)
            return 3;
        for (std::size_t row = 0; row < table->rows(); ++row)
            for (const auto& column : table->columns)
                fmt::print(
                    "{:.17g}{}", column[row], &column == &table->columns.back() ? '\n' : ' ');
    } else if (what == "statistics") {
        const auto s = codeStatistics(numbers);
        fmt::print("{:.17g} {:.17g} {} {} {}\n", s.mean, s.deviation, s.least, s.most, s.distinct);
    } else if (what == "beats" && argc == 3) {
        BeatDetector detector(ticksFromSeconds(0.3));
        double at = 0;
        for (const double number : numbers) {
            fmt::print("{:.17g}\n", 60 * detector.feed(ticksFromSeconds(at), number));
            at += std::stod(argv[2]);
        }
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
