#include "signal/capture.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>
#include <optional>

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
        const auto tap = tapNamed(word);
        if (!tap)
            return Error{ErrorCode::Malformed,
                fmt::format("the column \"{}\" names the tap \"{}\"; taps are world, pin, reading, "
                            "scaled, smoothed",
                    header, word),
                ""};
        capture.tap = *tap;
    }
    return capture;
}

/// Whether a recording can have a row at that time behind one at the other.
bool follows(double seconds, std::optional<double> before)
{
    constexpr double longest = 9e9; // seconds that a tick count can hold
    return std::fabs(seconds) < longest
        && (!before || ticksFromSeconds(seconds) > ticksFromSeconds(*before));
}

} // namespace

std::string columnHeader(std::string_view channel, Tap tap, std::string_view unit)
{
    auto name = fmt::format("{}.{}", channel, tapWord(tap));
    if (!unit.empty())
        name += fmt::format(" [{}]", unit);
    return csvCell(name);
}

bool isTraceOnly(std::string_view header)
{
    const auto name = trimmed(header.substr(0, header.find('[')));
    return name.ends_with(".code") || name.ends_with(".age") || name.ends_with(".shown");
}

namespace {

/// Moves the cells of a row into one before it; false when both fill the same column.
bool joined(CsvTable& table, std::size_t into, std::size_t row)
{
    const auto isFilled = [](double cell) { return !std::isnan(cell) || isDropout(cell); };
    const auto clash = [&](const std::vector<double>& column) {
        return !column.empty() && isFilled(column[into]) && isFilled(column[row]);
    };
    if (std::any_of(table.columns.begin() + 1, table.columns.end(), clash))
        return false;
    for (std::size_t i = 1; i < table.columns.size(); ++i)
        if (auto& column = table.columns[i]; !column.empty() && isFilled(column[row]))
            column[into] = column[row];
    return true;
}

} // namespace

void joinInstants(CsvTable& table)
{
    if (table.rows() < 2)
        return;
    std::size_t last = 0;
    for (std::size_t row = 1; row < table.rows(); ++row) {
        if (table.columns.front()[row] == table.columns.front()[last] && joined(table, last, row))
            continue;
        ++last;
        for (auto& column : table.columns)
            if (!column.empty()) // one that is ignored has no values
                column[last] = column[row];
    }
    for (auto& column : table.columns)
        if (!column.empty())
            column.resize(last + 1);
}

std::size_t dropDisorder(CsvTable& table)
{
    if (table.columns.empty())
        return 0;
    const auto& times = table.columns.front();
    std::vector<std::size_t> kept;
    for (std::size_t row = 0; row < times.size(); ++row)
        if (follows(times[row], kept.empty() ? std::nullopt : std::optional(times[kept.back()])))
            kept.push_back(row);
    const auto dropped = times.size() - kept.size();
    if (dropped > 0)
        for (auto& column : table.columns) {
            if (column.empty())
                continue;
            for (std::size_t i = 0; i < kept.size(); ++i)
                column[i] = column[kept[i]];
            column.resize(kept.size());
        }
    return dropped;
}

Result<std::vector<Capture>> capturesOf(const CsvTable& table)
{
    if (table.header.size() < 2 || table.header.front() != "t_s")
        return Error{ErrorCode::Malformed,
            "a recording starts with the column \"t_s\" and has at least one more", "line 1"};
    std::vector<Ticks> at;
    const auto& times = table.columns.front();
    for (std::size_t row = 0; row < table.rows(); ++row) {
        const double seconds = times[row];
        if (!follows(seconds, row == 0 ? std::nullopt : std::optional(times[row - 1])))
            return Error{ErrorCode::Malformed,
                fmt::format("the time {} s of row {} does not follow the row before",
                    shortestText(seconds), row + 1),
                ""};
        at.push_back(ticksFromSeconds(seconds));
    }
    std::vector<Capture> captures;
    for (std::size_t i = 1; i < table.header.size(); ++i) {
        if (isTraceOnly(table.header[i]))
            continue;
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

std::vector<Capture> atTap(std::vector<Capture> captures, std::optional<Tap> tap)
{
    const auto rank = [&](const Capture& c) { return c.tap == tap ? -1 : static_cast<int>(c.tap); };
    std::vector<Capture> kept;
    for (auto& capture : captures) {
        const auto same = std::find_if(kept.begin(), kept.end(),
            [&](const Capture& other) { return other.channel == capture.channel; });
        if (same == kept.end())
            kept.push_back(std::move(capture));
        else if (rank(capture) < rank(*same))
            *same = std::move(capture);
    }
    return kept;
}

} // namespace fern
