#include "reading/log_look.h"

#include "base/number_text.h"
#include "reading/line_cutter.h"
#include "reading/nmea.h"
#include "signal/csv.h"
#include "world/source_spec.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

constexpr std::size_t shownRows = 6;

CsvKind kindOf(std::string_view cell)
{
    if (parseNumber(cell))
        return CsvKind::Number;
    return parseDateTime(cell) ? CsvKind::DateTime : CsvKind::Ignored;
}

bool isWords(const std::string& cell)
{
    return !cell.empty() && cell != "nan" && kindOf(cell) == CsvKind::Ignored;
}

/// What most cells of a column are: a torn one among the first must not hide the others.
CsvKind usualKind(const std::vector<std::vector<std::string>>& rows, std::size_t column)
{
    std::array<int, 3> counts{};
    for (const auto& row : rows)
        if (!row[column].empty() && row[column] != "nan")
            ++counts[static_cast<std::size_t>(kindOf(row[column]))];
    return static_cast<CsvKind>(std::max_element(counts.begin(), counts.end()) - counts.begin());
}

/// Takes "speed [km/h]" or "speed (km/h)" apart.
LogColumn columnNamed(std::string_view header)
{
    const auto open = header.find_last_of("[(");
    const auto close = header.find_first_of("])", open);
    if (open == std::string_view::npos || close == std::string_view::npos)
        return {std::string(header), {}};
    return {std::string(trimmed(header.substr(0, open))),
        std::string(trimmed(header.substr(open + 1, close - open - 1)))};
}

LogLook sentences(const std::vector<std::string>& lines)
{
    LogLook look{true, false, {}, {}};
    for (std::size_t i = 0; i < receiverGivesWords.size(); ++i)
        look.columns.push_back(
            {std::string(receiverGivesWords[i]), std::string(receiverGivesUnits[i])});
    for (std::size_t i = 0; i < std::min(lines.size(), shownRows); ++i)
        look.rows.push_back({lines[i]});
    return look;
}

} // namespace

Result<LogLook> lookAtLog(std::string_view beginning)
{
    LineCutter cutter;
    auto lines = cutter.feed(beginning);
    for (auto& line : cutter.feed("\n")) // a short file may lack its last line end
        lines.push_back(std::move(line));
    if (std::any_of(lines.begin(), lines.end(),
            [](const std::string& line) { return parseNmea(line).has_value(); }))
        return sentences(lines);
    CsvRows cut;
    cut.feed(beginning);
    std::vector<std::string> rows;
    while (rows.size() <= shownRows) {
        const auto row = cut.next(true);
        if (!row)
            break;
        rows.emplace_back(*row);
    }
    if (rows.empty())
        return Error{ErrorCode::Malformed, "the file has no rows", ""};
    const char separator = separatorOf(rows.front());
    LogLook look;
    for (const auto& text : rows) {
        auto& row = look.rows.emplace_back(splitCsvLine(text, separator));
        for (auto& cell : row)
            cell = std::string(trimmed(cell));
    }
    const auto header = look.rows.front();
    look.hasHeader = std::any_of(header.begin(), header.end(), isWords);
    if (look.hasHeader)
        look.rows.erase(look.rows.begin());
    std::erase_if(look.rows, [&](const auto& row) { return row.size() != header.size(); });
    if (look.rows.empty())
        return Error{ErrorCode::Malformed,
            "no row below the header has as many cells as it: this is no table of numbers", ""};
    for (std::size_t i = 0; i < header.size(); ++i) {
        auto& column = look.columns.emplace_back(
            look.hasHeader ? columnNamed(header[i]) : LogColumn{"column " + std::to_string(i + 1)});
        column.kind = usualKind(look.rows, i);
    }
    return look;
}

} // namespace fern
