#include "glass/recorded_bytes.h"

#include "base/number_text.h"
#include "signal/csv.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

Error wrong(std::size_t line, const std::string& what)
{
    return {ErrorCode::Malformed, fmt::format("line {}: {}", line, what), ""};
}

/// Where the columns stand; error when one is missing.
Result<std::array<std::size_t, 3>> columnsOf(std::string_view header)
{
    constexpr std::array<std::string_view, 3> names{"t_s", "kind", "bytes"};
    const auto cells = splitCsvLine(header, ',');
    std::array<std::size_t, 3> columns{};
    for (std::size_t i = 0; i < names.size(); ++i) {
        const auto found = std::find_if(cells.begin(), cells.end(),
            [&](const std::string& cell) { return trimmed(cell) == names[i]; });
        if (found == cells.end())
            return wrong(1, fmt::format("there is no column \"{}\"", names[i]));
        columns[i] = static_cast<std::size_t>(found - cells.begin());
    }
    return columns;
}

} // namespace

Result<std::vector<TimedTransfer>> parseRecordedBytes(std::string_view text)
{
    constexpr double longest = 1e7; // seconds
    std::vector<TimedTransfer> transfers;
    std::array<std::size_t, 3> columns{};
    for (std::size_t number = 1; !text.empty(); ++number) {
        const auto end = std::min(text.find('\n'), text.size());
        const auto line = trimmed(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
        if (number == 1) {
            const auto found = columnsOf(line);
            if (!found)
                return found.error();
            columns = *found;
            continue;
        }
        if (line.empty() || line.front() == '#')
            continue;
        const auto cells = splitCsvLine(line, ',');
        if (cells.size() <= *std::max_element(columns.begin(), columns.end()))
            return wrong(number, "a cell is missing");
        const auto seconds = parseNumber(trimmed(cells[columns[0]]));
        if (!seconds || *seconds < 0 || *seconds > longest)
            return wrong(number, fmt::format("\"{}\" is no time in seconds", cells[columns[0]]));
        auto transfer = parseTransfer(trimmed(cells[columns[1]]), cells[columns[2]]);
        if (!transfer)
            return wrong(number, transfer.error().message);
        const auto at = ticksFromSeconds(*seconds);
        if (!transfers.empty() && at < transfers.back().at)
            return wrong(number, "the time goes back");
        transfers.push_back({at, *std::move(transfer)});
    }
    return transfers;
}

} // namespace fern
