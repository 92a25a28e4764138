#include "signal/csv.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

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

Result<CsvTable> tableOf(CsvReader& reader)
{
    if (reader.header().empty())
        return Error{ErrorCode::Malformed, "the file has no header line", ""};
    const auto isNumber = [](const std::string& name) { return parseNumber(name).has_value(); };
    if (std::all_of(reader.header().begin(), reader.header().end(), isNumber))
        return Error{ErrorCode::Malformed, "the first line holds numbers; it must name the columns",
            "line 1"};
    if (reader.faultCount() > 0) {
        const auto& first = reader.faults().front();
        return Error{ErrorCode::Malformed, first.message, fmt::format("line {}", first.line)};
    }
    return CsvTable{reader.header(), reader.take()};
}

Result<CsvTable> parseCsv(std::string_view text)
{
    CsvReader reader;
    reader.feed(text);
    reader.end();
    return tableOf(reader);
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
