#include "signal/capture.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

Result<Capture> columnNamed(const std::string& header)
{
    Capture capture;
    std::string_view name = header;
    if (const auto bracket = name.find('['); bracket != std::string_view::npos) {
        const auto close = name.find(']', bracket);
        if (close == std::string_view::npos)
            return Error{ErrorCode::Malformed,
                fmt::format("the column \"{}\" has no closing bracket", header), ""};
        capture.unit = std::string(trimmed(name.substr(bracket + 1, close - bracket - 1)));
        name = trimmed(name.substr(0, bracket));
    }
    const auto dot = name.rfind('.');
    capture.channel = std::string(name.substr(0, dot));
    if (dot != std::string_view::npos) {
        const auto word = name.substr(dot + 1);
        const auto found = std::find(tapWords.begin(), tapWords.end(), word);
        if (found == tapWords.end())
            return Error{ErrorCode::Malformed,
                fmt::format("the column \"{}\" names the tap \"{}\"; taps are world, pin, reading, "
                            "scaled, smoothed",
                    header, word),
                ""};
        capture.tap = static_cast<Tap>(found - tapWords.begin());
    }
    return capture;
}

} // namespace

Result<std::vector<Capture>> capturesOf(const CsvTable& table)
{
    if (table.header.size() < 2 || table.header.front() != "t_s")
        return Error{ErrorCode::Malformed,
            "a recording starts with the column \"t_s\" and has at least one more", "line 1"};
    std::vector<Ticks> at;
    constexpr double longest = 9e9; // seconds that a tick count can hold
    for (std::size_t row = 0; row < table.rows(); ++row) {
        const double seconds = table.columns.front()[row];
        if (!(std::fabs(seconds) < longest)
            || (row > 0 && !(ticksFromSeconds(seconds) > at.back())))
            return Error{ErrorCode::Malformed,
                fmt::format("the time {} s of row {} does not follow the row before",
                    shortestText(seconds), row + 1),
                ""};
        at.push_back(ticksFromSeconds(seconds));
    }
    std::vector<Capture> captures;
    for (std::size_t i = 1; i < table.header.size(); ++i) {
        auto capture = columnNamed(table.header[i]);
        if (!capture)
            return capture.error();
        auto& added = captures.emplace_back(*std::move(capture));
        const auto& column = table.columns[i];
        const bool isAlone = table.header.size() == 2;
        for (std::size_t row = 0; row < at.size(); ++row)
            if (isAlone || !std::isnan(column[row]) || isDropout(column[row])) {
                added.at.push_back(at[row]);
                added.values.push_back(column[row]);
            }
    }
    return captures;
}

} // namespace fern
