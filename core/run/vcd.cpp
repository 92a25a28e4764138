#include "run/vcd.h"

#include "base/number_text.h"
#include "run/busy_tally.h"

#include <cctype>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

std::string symbolOf(char group, std::size_t index)
{
    return fmt::format("{}{}", group, index);
}

/// VCD names hold no blanks or brackets.
std::string nameOf(const std::string& id, std::string_view suffix)
{
    std::string name;
    for (const char c : id)
        name += std::isalnum(static_cast<unsigned char>(c)) != 0 ? c : '_';
    return name + std::string(suffix);
}

} // namespace

VcdTimeline::VcdTimeline(const PlainInstrument& instrument)
    : m_instrument(instrument)
{
}

void VcdTimeline::wire(Ticks from, Ticks to, const std::string& symbol)
{
    m_changes.emplace(from, "1" + symbol);
    m_changes.emplace(to, "0" + symbol);
}

void VcdTimeline::sampled(const SampleRecord& record)
{
    const auto& unit = m_instrument.channels[record.channel].unit;
    const double value = fromSi(record.real.smoothed, unit);
    if (!std::isnan(record.real.reading))
        m_changes.emplace(record.at,
            fmt::format(
                "r{} {}", shortestText(record.real.reading), symbolOf('r', record.channel)));
    if (!std::isnan(value))
        m_changes.emplace(
            record.at, fmt::format("r{} {}", shortestText(value), symbolOf('s', record.channel)));
}

void VcdTimeline::busy(const BusyRecord& record)
{
    if (record.with == BusyWith::Panel)
        return wire(record.from, record.to, symbolOf('p', record.index));
    if (isOfProcessor(record.with))
        wire(
            record.from, record.to, symbolOf('c', loopOf(m_instrument, record.with, record.index)));
    if (isOfBus(record.with))
        wire(record.from, record.to, symbolOf('b', record.index));
}

std::string VcdTimeline::text() const
{
    std::string out = "$timescale 1 ns $end\n$scope module instrument $end\n";
    for (std::size_t i = 0; i < m_instrument.loops.size(); ++i)
        if (const auto& loop = m_instrument.loops[i]; loop.hasTasks)
            out += fmt::format("$var wire 1 {} {} $end\n", symbolOf('c', i),
                i == 0 ? "processor" : nameOf(loop.name, "_processor"));
    for (std::size_t i = 0; i < m_instrument.displays.size(); ++i) {
        const auto& id = m_instrument.displays[i].id;
        out += fmt::format("$var wire 1 {} {} $end\n", symbolOf('b', i), nameOf(id, "_bus"));
        out += fmt::format("$var wire 1 {} {} $end\n", symbolOf('p', i), nameOf(id, "_panel"));
    }
    for (std::size_t i = 0; i < m_instrument.channels.size(); ++i) {
        const auto& id = m_instrument.channels[i].id;
        out += fmt::format("$var real 64 {} {} $end\n", symbolOf('r', i), nameOf(id, "_reading"));
        out += fmt::format("$var real 64 {} {} $end\n", symbolOf('s', i), nameOf(id, "_smoothed"));
    }
    out += "$upscope $end\n$enddefinitions $end\n";
    std::optional<Ticks> last;
    for (const auto& [at, change] : m_changes) {
        if (at != last)
            out += fmt::format("#{}\n", at.ns);
        last = at;
        out += change + "\n";
    }
    return out;
}

} // namespace fern
