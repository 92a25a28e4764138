#include "signal/csv_reader.h"

#include "base/number_text.h"
#include "signal/csv.h"
#include "signal/plain_number.h"

#include <algorithm>
#include <array>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double dropout = -emptyCell;

} // namespace

char separatorOf(std::string_view line)
{
    constexpr std::array<char, 3> candidates{',', ';', '\t'};
    std::array<int, candidates.size()> counts{};
    bool isQuoted = false;
    for (const char c : line) {
        isQuoted = isQuoted != (c == '"');
        for (std::size_t i = 0; i < candidates.size(); ++i)
            counts[i] += !isQuoted && c == candidates[i] ? 1 : 0;
    }
    return candidates[static_cast<std::size_t>(
        std::max_element(counts.begin(), counts.end()) - counts.begin())];
}

CsvReader::CsvReader(CsvForm form)
    : m_form(std::move(form))
{
}

void CsvReader::feed(std::string_view bytes)
{
    m_cutter.feed(bytes);
    readRows(false);
    makeRoom();
}

/// After the first rows, makes room for as many as the file can have of their length.
void CsvReader::makeRoom()
{
    if (m_hasRoom || m_form.expectedBytes == 0 || m_rows == 0)
        return;
    m_hasRoom = true;
    constexpr double spare = 1.1;
    const double bytesOfRow = static_cast<double>(m_cutter.taken()) / static_cast<double>(m_rows);
    constexpr double most = 64e6; // a file that begins with its shortest rows needs no more
    const auto rows = static_cast<std::size_t>(
        std::min(most, spare * static_cast<double>(m_form.expectedBytes) / bytesOfRow));
    for (auto& column : m_columns)
        column.reserve(column.empty() ? 0 : rows);
}

void CsvReader::end()
{
    readRows(true);
}

std::vector<std::vector<double>> CsvReader::take()
{
    auto columns = std::exchange(m_columns, {});
    m_columns.resize(columns.size());
    return columns;
}

void CsvReader::readRows(bool isEnd)
{
    while (const auto row = m_cutter.next(isEnd))
        if (m_header.empty())
            readHeader(*row);
        else
            readRow(*row);
}

void CsvReader::readHeader(std::string_view row)
{
    m_separator = separatorOf(row);
    for (const auto& cell : splitCsvLine(row, m_separator))
        m_header.emplace_back(m_form.hasHeader ? std::string(trimmed(cell))
                                               : fmt::format("column {}", m_header.size() + 1));
    m_columns.resize(m_header.size());
    m_form.kinds.resize(m_header.size(), CsvKind::Number);
    for (std::size_t i = 0; i < m_header.size(); ++i)
        if (m_form.isIgnored != nullptr && m_form.isIgnored(m_header[i]))
            m_form.kinds[i] = CsvKind::Ignored;
    bool isPlain = true;
    for (std::size_t i = 0; i < m_header.size(); ++i)
        isPlain = isPlain && kindOf(i) == CsvKind::Number;
    m_plain.resize(isPlain ? m_header.size() : 0);
    if (!m_form.hasHeader)
        readRow(row);
}

void CsvReader::readRow(std::string_view row)
{
    if (!appendPlainRow(row))
        appendRow(row);
}

CsvKind CsvReader::kindOf(std::size_t column) const
{
    return column < m_form.kinds.size() ? m_form.kinds[column] : CsvKind::Number;
}

/// Reads a row of bare numbers straight into the columns; false when any cell needs the slow way.
bool CsvReader::appendPlainRow(std::string_view row)
{
    if (m_plain.empty())
        return false;
    const char* at = row.data();
    const char* const end = at + row.size();
    const char* const readable = m_cutter.readable();
    for (std::size_t i = 0; i < m_plain.size(); ++i) {
        const bool isLast = i + 1 == m_plain.size();
        const char* const stop = readPlainNumber(at, end, readable, m_plain[i]);
        if (stop == nullptr || (isLast ? stop != end : stop == end || *stop != m_separator))
            return false;
        at = stop + 1;
    }
    for (std::size_t i = 0; i < m_plain.size(); ++i)
        m_columns[i].push_back(m_plain[i]);
    ++m_rows;
    return true;
}

std::optional<double> CsvReader::valueOf(std::size_t column, std::string_view cell)
{
    if (cell.empty())
        return emptyCell;
    if (kindOf(column) == CsvKind::Number)
        return cell == "nan" ? dropout : parseNumber(cell);
    const auto time = parseDateTime(cell);
    if (!time)
        return std::nullopt;
    if (!m_firstSecond)
        m_firstSecond = time->second;
    return static_cast<double>(time->second - *m_firstSecond) + time->fraction;
}

void CsvReader::appendRow(std::string_view row)
{
    if (hasOpenQuote(row))
        return fail("a quote is not closed");
    const auto cells = splitCsvLine(row, m_separator);
    if (cells.size() != m_header.size())
        return fail(fmt::format("{} cells, but the header has {}", cells.size(), m_header.size()));
    std::vector<double> values(cells.size());
    for (std::size_t i = 0; i < cells.size(); ++i) {
        if (kindOf(i) == CsvKind::Ignored)
            continue;
        const auto text = trimmed(cells[i]);
        const auto value = valueOf(i, text);
        if (!value)
            return fail(fmt::format("\"{}\" in column \"{}\" is no {}", text, m_header[i],
                kindOf(i) == CsvKind::Number ? "number" : "date and time"));
        values[i] = *value;
    }
    for (std::size_t i = 0; i < cells.size(); ++i)
        if (kindOf(i) != CsvKind::Ignored)
            m_columns[i].push_back(values[i]);
    ++m_rows;
}

void CsvReader::fail(std::string message)
{
    if (m_faults.size() < mostFaults)
        m_faults.push_back({m_cutter.line(), std::move(message)});
    ++m_faultCount;
}

} // namespace fern
