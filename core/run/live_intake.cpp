#include "run/live_intake.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

constexpr std::size_t mostLogged = 16U << 20U; ///< bytes
constexpr std::size_t mostFieldNames = 200; ///< garbage must not fill the memory

std::optional<Tap> tapNamed(std::string_view word)
{
    const auto found = std::find(tapWords.begin(), tapWords.end(), word);
    return found == tapWords.end() ? std::nullopt
                                   : std::optional(static_cast<Tap>(found - tapWords.begin()));
}

/// Converts a field's number at a tap to what the run takes there.
double inRunUnits(const PlainChannel& channel, Tap tap, double number)
{
    return tap == Tap::Reading || tap == Tap::Pin ? number : toSi(number, channel.unit);
}

} // namespace

std::optional<LiveRoute> routeOf(const PlainInstrument& instrument, std::string_view field)
{
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        if (const auto& live = instrument.channels[i].source.live; live && live->field == field)
            return LiveRoute{std::string(field), i, live->tap};
    const auto dot = field.rfind('.');
    const auto tap = dot == std::string_view::npos ? std::nullopt : tapNamed(field.substr(dot + 1));
    const auto name = tap ? field.substr(0, dot) : field;
    for (std::size_t i = 0; i < instrument.channels.size(); ++i) {
        const auto& channel = instrument.channels[i];
        if ((channel.id == name || channel.name == name) && !channel.source.live)
            return LiveRoute{std::string(field), i, tap.value_or(usualTap(channel.source.kind))};
    }
    return std::nullopt;
}

bool listensToBytes(const Source& source)
{
    if (source.live)
        return isTold(source.kind) && source.live->field == "*";
    return source.kind == SourceKind::Receiver || source.kind == SourceKind::Lines
        || source.kind == SourceKind::Computer;
}

LiveIntake::Heard LiveIntake::feed(const PlainInstrument& instrument, const LiveChunk& chunk)
{
    if (chunk.isNewBegin)
        m_stream.reset();
    Heard heard{m_stream.feed(chunk.at, chunk.bytes), {}};
    for (const auto& line : heard.lines)
        for (const auto& field : line.reading.fields) {
            remember(field);
            const auto route = routeOf(instrument, field.name);
            if (route)
                heard.samples.push_back({route->channel, route->tap, line.at,
                    inRunUnits(instrument.channels[route->channel], route->tap, field.number)});
        }
    return heard;
}

void LiveIntake::remember(const StreamField& field)
{
    const auto known = std::find_if(m_fields.begin(), m_fields.end(),
        [&](const StreamField& f) { return f.name == field.name; });
    if (known != m_fields.end())
        *known = field;
    else if (m_fields.size() < mostFieldNames)
        m_fields.push_back(field);
}

void LiveLog::add(LiveChunk chunk)
{
    m_bytes += chunk.bytes.size();
    m_chunks.push_back(std::move(chunk));
    while (m_bytes > mostLogged && m_chunks.size() > 1) {
        m_bytes -= m_chunks.front().bytes.size();
        m_chunks.pop_front();
    }
}

std::vector<LiveChunk> LiveLog::since(Ticks at) const
{
    const auto first = std::lower_bound(m_chunks.begin(), m_chunks.end(), at,
        [](const LiveChunk& chunk, Ticks time) { return chunk.at < time; });
    return {first, m_chunks.end()};
}

} // namespace fern
