#include "run/due_list.h"

#include "base/clock_time.h"

#include <algorithm>

namespace fern {

DueList::DueList(const std::vector<NameSpec>& rows, bool isDaily)
    : m_isDaily(isDaily)
{
    for (const auto& row : rows)
        if (const auto at = parseClockTime(row.code))
            m_rows.push_back({*at, row.code});
    std::stable_sort(
        m_rows.begin(), m_rows.end(), [](const Row& a, const Row& b) { return a.at < b.at; });
}

std::optional<Due> DueList::next(double seconds, int n) const
{
    constexpr double day = 86400;
    const auto ahead = std::upper_bound(m_rows.begin(), m_rows.end(), seconds,
        [](double now, const Row& row) { return now < row.at; });
    auto index = static_cast<std::size_t>(ahead - m_rows.begin() + n - 1);
    double midnights = 0;
    if (m_isDaily && !m_rows.empty()) {
        midnights = static_cast<double>(index / m_rows.size());
        index %= m_rows.size();
    }
    if (index >= m_rows.size())
        return std::nullopt;
    return Due{m_rows[index].at + midnights * day - seconds, m_rows[index].code};
}

std::string DueList::present(double seconds) const
{
    const auto ahead = std::upper_bound(m_rows.begin(), m_rows.end(), seconds,
        [](double now, const Row& row) { return now < row.at; });
    if (ahead != m_rows.begin())
        return (ahead - 1)->code;
    return m_isDaily && !m_rows.empty() ? m_rows.back().code : std::string();
}

} // namespace fern
