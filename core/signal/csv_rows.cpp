#include "signal/csv_rows.h"

#include "base/number_text.h"

#include <algorithm>

namespace fern {

namespace {

constexpr std::size_t longestRow = 1U << 16U; ///< characters; a quote open for longer is a fault
constexpr std::string_view byteOrderMark = "\xEF\xBB\xBF";

} // namespace

bool hasOpenQuote(std::string_view row)
{
    return row.find('"') != std::string_view::npos
        && std::count(row.begin(), row.end(), '"') % 2 != 0;
}

void CsvRows::feed(std::string_view bytes)
{
    m_buffer.erase(0, m_at);
    m_at = 0;
    m_buffer += bytes;
}

std::optional<std::string_view> CsvRows::next(bool isEnd)
{
    while (const auto row = takeLines(isEnd))
        if (!row->empty() && row->front() != '#' && (row->front() > ' ' || !trimmed(*row).empty()))
            return row;
    return std::nullopt;
}

/// The next line, or the lines that a quoted cell joins.
std::optional<std::string_view> CsvRows::takeLines(bool isEnd)
{
    std::string_view rest = std::string_view(m_buffer).substr(m_at);
    if (m_nextLine == 1) {
        const bool mayBegin = byteOrderMark.starts_with(rest.substr(0, byteOrderMark.size()));
        if (mayBegin && rest.size() < byteOrderMark.size() && !isEnd)
            return std::nullopt;
        if (rest.starts_with(byteOrderMark)) {
            m_at += byteOrderMark.size();
            rest.remove_prefix(byteOrderMark.size());
        }
    }
    auto end = rest.find('\n');
    if (rest.empty() || (end == std::string_view::npos && !isEnd))
        return std::nullopt;
    const auto firstEnd = std::min(end, rest.size());
    std::size_t lines = 1;
    while (rest.front() != '#' && hasOpenQuote(rest.substr(0, end))) {
        if (end != std::string_view::npos && end <= longestRow) {
            end = rest.find('\n', end + 1);
            ++lines;
            if (end != std::string_view::npos || isEnd)
                continue;
            if (rest.size() <= longestRow)
                return std::nullopt;
        }
        end = firstEnd;
        lines = 1;
        break;
    }
    end = std::min(end, rest.size());
    m_line = m_nextLine;
    m_nextLine += lines;
    m_at += std::min(end + 1, rest.size());
    auto row = rest.substr(0, end);
    if (row.ends_with('\r'))
        row.remove_suffix(1);
    return row;
}

} // namespace fern
