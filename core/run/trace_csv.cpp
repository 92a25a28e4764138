#include "run/trace_csv.h"

#include "base/number_text.h"
#include "signal/csv.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t stages = 5;

std::string cell(double value)
{
    return std::isnan(value) ? std::string() : shortestText(value);
}

} // namespace

TraceCsv::TraceCsv(const PlainInstrument& instrument)
    : m_instrument(instrument)
{
    m_text = "t_s";
    for (const auto& channel : m_instrument.channels) {
        const auto& id = channel.id;
        const auto& unit = channel.unit.name;
        m_text += fmt::format(
            ",{0}.world [{1}],{0}.pin [V],{0}.reading,{0}.scaled [{1}],{0}.smoothed [{1}]", id,
            unit);
    }
    m_columns = m_instrument.channels.size() * stages;
    for (std::size_t i = 0; i < m_instrument.channels.size(); ++i)
        if (hasTexts(m_instrument.channels[i].source)) {
            m_text += fmt::format(",{}.code", m_instrument.channels[i].id);
            m_codeColumns[i] = m_columns++;
        }
    m_firstDisplay = m_columns;
    for (const auto& display : m_instrument.displays)
        m_text += fmt::format(",{}.age [s]", display.id);
    for (const auto& reader : m_instrument.readers)
        m_text += fmt::format(",{}.shown", reader.id);
    m_text += '\n';
    m_columns += m_instrument.displays.size() + m_instrument.readers.size();
}

void TraceCsv::row(Ticks at, std::size_t first, const std::vector<std::string>& cells)
{
    m_text += shortestText(inSeconds(at));
    for (std::size_t i = 0; i < m_columns; ++i) {
        m_text += ',';
        if (i >= first && i < first + cells.size())
            m_text += cells[i - first];
    }
    m_text += '\n';
}

void TraceCsv::sampled(const SampleRecord& record)
{
    const auto& unit = m_instrument.channels[record.channel].unit;
    const auto& v = record.real;
    row(record.at, record.channel * stages,
        {cell(fromSi(v.world, unit)), cell(v.pin), cell(v.reading), cell(fromSi(v.scaled, unit)),
            cell(fromSi(v.smoothed, unit))});
    if (!record.code.empty())
        addCode(record.channel, record.at, record.code);
}

void TraceCsv::addCode(std::size_t channel, Ticks at, const std::string& code)
{
    if (const auto column = m_codeColumns.find(channel); column != m_codeColumns.end())
        row(at, column->second, {csvCell(code)});
}

void TraceCsv::told(const ToldRecord& record)
{
    if (!record.told.text.empty())
        addCode(record.channel, record.told.at, record.told.text);
}

void TraceCsv::shown(const ShownRecord& record)
{
    const auto displays = m_instrument.displays.size();
    std::vector<std::string> cells(displays + m_instrument.readers.size());
    double oldest = notThere;
    for (const auto& reader : record.readers) {
        cells[displays + reader.reader] = csvCell(reader.text);
        const auto& channel = m_instrument.channels[m_instrument.readers[reader.reader].channel];
        const double age = inSeconds(record.visibleAt - reader.sampledAt)
            + delaySeconds(channel.steps, inSeconds(channel.sampleEvery));
        oldest = std::isnan(oldest) ? age : std::max(oldest, age);
    }
    cells[record.display] = cell(oldest);
    row(record.visibleAt, m_firstDisplay, cells);
}

} // namespace fern
