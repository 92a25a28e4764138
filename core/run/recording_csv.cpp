#include "run/recording_csv.h"

#include "base/number_text.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

RecordingCsv::RecordingCsv(const PlainInstrument& instrument, const std::string& about)
{
    m_text = fmt::format("# {}\nt_s", about);
    for (std::size_t i = 0; i < instrument.channels.size(); ++i) {
        const auto& channel = instrument.channels[i];
        if (channel.source.kind == SourceKind::Derived || givesCodes(channel.source.kind))
            continue;
        const bool isReading = isConverted(channel.source.kind);
        m_text += isReading ? fmt::format(",{}.reading", channel.id)
                            : fmt::format(",{}.scaled [{}]", channel.id, channel.unit.name);
        m_columns.emplace(i, Column{m_columns.size(), isReading, channel.unit});
    }
    m_text += '\n';
    m_row.resize(m_columns.size());
}

void RecordingCsv::sampled(const SampleRecord& record)
{
    const auto found = m_columns.find(record.channel);
    if (found == m_columns.end())
        return;
    auto& column = found->second;
    if (record.at <= column.last || record.at < m_at)
        return; // a changed instrument hears the past again
    column.last = record.at;
    if (record.at != m_at)
        finishRow();
    m_at = record.at;
    const double value =
        column.isReading ? record.real.reading : fromSi(record.real.scaled, column.unit);
    m_row[column.index] = std::isnan(value) ? "nan" : shortestText(value);
}

void RecordingCsv::finishRow()
{
    if (std::all_of(m_row.begin(), m_row.end(), [](const auto& cell) { return cell.empty(); }))
        return;
    m_text += shortestText(inSeconds(m_at));
    for (auto& cell : m_row) {
        m_text += ',' + cell;
        cell.clear();
    }
    m_text += '\n';
    ++m_rows;
}

std::string RecordingCsv::take(bool isEnd)
{
    if (isEnd)
        finishRow();
    return std::exchange(m_text, {});
}

} // namespace fern
