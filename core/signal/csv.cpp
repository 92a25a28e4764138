#include "signal/csv.h"

#include "base/number_text.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <limits>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

// Both are NaN; the sign tells them apart.
constexpr double emptyCell = std::numeric_limits<double>::quiet_NaN();
constexpr double dropout = -std::numeric_limits<double>::quiet_NaN();

Error lineError(std::size_t line, std::string message)
{
    return {ErrorCode::Malformed, std::move(message), fmt::format("line {}", line)};
}

char separatorOf(std::string_view headerLine)
{
    for (const char candidate : {'\t', ';', ','})
        if (headerLine.find(candidate) != std::string_view::npos)
            return candidate;
    return ',';
}

/// Takes the next line off the text, without its line end.
std::string_view takeLine(std::string_view& text)
{
    const auto end = text.find('\n');
    auto line = text.substr(0, end);
    text.remove_prefix(end == std::string_view::npos ? text.size() : end + 1);
    if (!line.empty() && line.back() == '\r')
        line.remove_suffix(1);
    return line;
}

/// Reads a row of bare numbers straight into the columns; false when any cell needs the slow way.
bool appendPlainRow(std::string_view line, char separator, CsvTable& table)
{
    const char* at = line.data();
    const char* const end = at + line.size();
    const auto rows = table.rows();
    for (std::size_t i = 0; i < table.columns.size(); ++i) {
        double value = 0;
        const auto [stop, failure] = std::from_chars(at, end, value);
        const bool isLast = i + 1 == table.columns.size();
        const bool ends = isLast ? stop == end : stop != end && *stop == separator;
        if (failure != std::errc{} || !ends || !std::isfinite(value)) {
            for (auto& column : table.columns)
                column.resize(rows);
            return false;
        }
        table.columns[i].push_back(value);
        at = stop + 1;
    }
    return true;
}

Result<void> appendRow(std::string_view line, std::size_t number, char separator, CsvTable& table)
{
    const auto cells = splitCsvLine(line, separator);
    if (cells.size() != table.header.size())
        return lineError(number,
            fmt::format("{} cells, but the header has {}", cells.size(), table.header.size()));
    for (std::size_t i = 0; i < cells.size(); ++i) {
        const auto text = trimmed(cells[i]);
        const auto value = text == "nan" ? std::optional(dropout) : parseNumber(text);
        if (!value && !text.empty())
            return lineError(
                number, fmt::format("\"{}\" in column \"{}\" is no number", text, table.header[i]));
        table.columns[i].push_back(value.value_or(emptyCell));
    }
    return {};
}

} // namespace

std::vector<std::string> splitCsvLine(std::string_view line, char separator)
{
    std::vector<std::string> cells(1);
    bool quoted = false;
    for (std::size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (quoted && c == '"' && i + 1 < line.size() && line[i + 1] == '"') {
            cells.back() += c;
            ++i;
        } else if (c == '"') {
            quoted = !quoted;
        } else if (c == separator && !quoted) {
            cells.emplace_back();
        } else {
            cells.back() += c;
        }
    }
    return cells;
}

bool isDropout(double cell)
{
    return std::isnan(cell) && std::signbit(cell);
}

Result<CsvTable> parseCsv(std::string_view text)
{
    if (text.starts_with("\xEF\xBB\xBF"))
        text.remove_prefix(3);
    CsvTable table;
    char separator = ',';
    for (std::size_t number = 1; !text.empty(); ++number) {
        const auto line = takeLine(text);
        if (trimmed(line).empty() || line.front() == '#')
            continue;
        if (table.header.empty()) {
            separator = separatorOf(line);
            for (const auto& cell : splitCsvLine(line, separator))
                table.header.emplace_back(trimmed(cell));
            table.columns.resize(table.header.size());
        } else if (!appendPlainRow(line, separator, table)) {
            if (const auto done = appendRow(line, number, separator, table); !done)
                return done.error();
        }
    }
    if (table.header.empty())
        return Error{ErrorCode::Malformed, "the file has no header line", ""};
    const auto isNumber = [](const std::string& name) { return parseNumber(name).has_value(); };
    if (std::all_of(table.header.begin(), table.header.end(), isNumber))
        return Error{ErrorCode::Malformed, "the first line holds numbers; it must name the columns",
            "line 1"};
    return table;
}

std::string csvNumber(double value)
{
    return std::isnan(value) ? std::string() : fmt::format("{:.17g}", value);
}

std::string csvCell(std::string_view text)
{
    if (text.find_first_of(",;\t\"\n\r") == std::string_view::npos)
        return std::string(text);
    std::string out = "\"";
    for (const char c : text)
        out += c == '"' ? "\"\"" : std::string(1, c);
    return out + "\"";
}

std::string csvOf(const TextTable& table)
{
    std::string text;
    const auto addLine = [&](const std::vector<std::string>& cells) {
        for (std::size_t i = 0; i < cells.size(); ++i)
            text += (i > 0 ? "," : "") + csvCell(cells[i]);
        text += '\n';
    };
    addLine(table.header);
    for (const auto& row : table.rows)
        addLine(row);
    return text;
}

} // namespace fern
