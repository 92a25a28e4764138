#include "run/recording_csv.h"

#include "base/number_text.h"
#include "signal/capture.h"

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
        const bool hasReading = isConverted(channel.source.kind);
        m_columns.emplace(i, Columns{m_row.size(), hasReading, channel.unit});
        if (hasReading)
            m_stored.push_back({channel.id, Tap::Reading, {}, {}});
        for (const auto tap : {Tap::Scaled, Tap::Smoothed})
            m_stored.push_back({channel.id, tap, channel.unit.name, {}});
        m_row.resize(m_stored.size());
    }
    for (const auto& column : m_stored)
        m_text += ',' + columnHeader(column.channel, column.tap, column.unit);
    m_text += '\n';
}

void RecordingCsv::sampled(const SampleRecord& record)
{
    const auto found = m_columns.find(record.channel);
    if (found == m_columns.end())
        return;
    auto& columns = found->second;
    if (record.at <= columns.last || record.at < m_at)
        return; // a changed instrument hears the past again
    columns.last = record.at;
    if (record.at != m_at)
        finishRow();
    m_at = record.at;
    auto cell = m_row.begin() + static_cast<std::ptrdiff_t>(columns.first);
    const auto put = [&](double value) {
        *cell++ = std::isnan(value) ? "nan" : shortestText(value);
    };
    if (columns.hasReading)
        put(record.real.reading);
    put(fromSi(record.real.scaled, columns.unit));
    put(fromSi(record.real.smoothed, columns.unit));
}

void RecordingCsv::finishRow()
{
    if (std::all_of(m_row.begin(), m_row.end(), [](const auto& cell) { return cell.empty(); }))
        return;
    if (m_rows == 0)
        m_firstRow = m_at;
    m_lastRow = m_at;
    m_text += shortestText(inSeconds(m_at));
    for (auto& cell : m_row) {
        m_text += ',' + cell;
        cell.clear();
    }
    m_text += '\n';
    ++m_rows;
}

double RecordingCsv::seconds() const
{
    return inSeconds(m_lastRow - m_firstRow);
}

std::string RecordingCsv::take(bool isEnd)
{
    if (isEnd)
        finishRow();
    return std::exchange(m_text, {});
}

} // namespace fern
