#include "app/runner/live_ear.h"

#include <chrono>

#include <fmt/format.h>

namespace fern::app {

namespace {

constexpr std::size_t linesKept = 200;

/// A line as the monitor shows it.
Told toldOf(const StreamLine& line)
{
    Told told{line.at, line.raw, line.reading.fault};
    if (!line.reading.fault.empty())
        return told;
    told.state = ToldState::NoValue;
    for (const auto& field : line.reading.fields) {
        const bool isNumber = field.number == field.number;
        told.parsed += fmt::format("{}{} = {}", told.parsed.empty() ? "" : ", ", field.name,
            isNumber ? field.text : "no number: " + field.text);
        if (isNumber)
            told.state = ToldState::Good;
    }
    return told;
}

void deliverChunk(const PlainInstrument& instrument, FirmwareRun& run, const LiveChunk& chunk,
    const std::vector<LiveSample>& samples)
{
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        if (listensToBytes(instrument.channels[i].source))
            run.deliverBytes(i, chunk.at, chunk.bytes);
    for (const auto& sample : samples)
        run.deliver(sample.channel, sample.tap, sample.at, sample.value);
}

} // namespace

LiveEar::LiveEar(std::shared_ptr<io::Link> link)
    : m_link(std::move(link))
    , m_startEpoch(std::chrono::duration_cast<std::chrono::seconds>(
                       std::chrono::system_clock::now().time_since_epoch())
                       .count()
          - static_cast<std::int64_t>(inSeconds(m_link->now())))
{
}

void LiveEar::take()
{
    for (auto& chunk : m_link->take()) {
        m_log.add(chunk);
        m_waiting.push_back(std::move(chunk));
    }
}

void LiveEar::deliver(const PlainInstrument& instrument, FirmwareRun& run)
{
    const auto now = m_link->now();
    for (; !m_waiting.empty(); m_waiting.pop_front()) {
        const auto heard = m_intake.feed(instrument, m_waiting.front());
        for (const auto& line : heard.lines)
            m_lines.push_back(toldOf(line));
        deliverChunk(instrument, run, m_waiting.front(), heard.samples);
        run.advanceTo(std::max(m_waiting.front().at, run.now()));
        for (const auto& line : heard.lines)
            checkShown(instrument, run, line);
    }
    while (m_lines.size() > linesKept)
        m_lines.pop_front();
    while (m_shown.size() > linesKept)
        m_shown.pop_front();
    run.advanceTo(std::max(now, run.now()));
}

void LiveEar::checkShown(
    const PlainInstrument& instrument, const FirmwareRun& run, const StreamLine& line)
{
    for (const auto& field : line.reading.fields) {
        const auto index = shownReaderOf(instrument, field.name);
        if (!index)
            continue;
        const auto& reader = instrument.readers[*index];
        const auto& latest = run.latest(reader.channel);
        if (latest.hasCome)
            m_shown.push_back(m_check.compare(instrument, *index, line.at, field.text,
                readerText(instrument, *index, latest, run.now()),
                inReaderUnit(latest.real, reader)));
    }
}

void LiveEar::hearAgain(const PlainInstrument& instrument, FirmwareRun& run, Ticks now) const
{
    auto again = m_intake; // its form is known already
    const auto until = m_waiting.empty() ? now : std::min(now, m_waiting.front().at - Ticks{1});
    for (const auto& chunk : m_log.since(run.now())) {
        if (chunk.at > until)
            break;
        deliverChunk(instrument, run, chunk, again.feed(instrument, chunk).samples);
    }
    run.advanceTo(now);
}

LiveView LiveEar::view(const PlainInstrument& instrument) const
{
    const auto& stream = m_intake.stream();
    LiveView view;
    view.report = m_link->report();
    view.shape = shapeInWords(stream.shape());
    view.counts = stream.counts();
    view.pace = stream.pace();
    for (const auto& field : m_intake.fields()) {
        LiveFieldView shown;
        shown.field = field;
        if (const auto route = routeOf(instrument, field.name)) {
            shown.channel = instrument.channels[route->channel].id;
            shown.tap = route->tap;
        }
        shown.isShown = shownReaderOf(instrument, field.name).has_value();
        view.fields.push_back(std::move(shown));
    }
    view.shown.assign(m_shown.begin(), m_shown.end());
    view.lines.assign(m_lines.begin(), m_lines.end());
    view.secondsSinceLine =
        m_lines.empty() ? inSeconds(m_link->now()) : inSeconds(m_link->now() - m_lines.back().at);
    return view;
}

} // namespace fern::app
