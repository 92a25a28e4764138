#include "app/runner/live_ear.h"

#include <algorithm>
#include <chrono>

namespace fern::app {

namespace {

template <class T> void keepLast(std::deque<T>& all)
{
    constexpr std::size_t kept = 200;
    if (all.size() > kept)
        all.erase(all.begin(), all.end() - kept);
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
    for (auto& chunk : m_link->take())
        m_log.add(std::move(chunk));
}

void LiveEar::deliver(const PlainInstrument& instrument, FirmwareRun& run)
{
    const auto now = m_link->now();
    if (m_next < m_log.first()) { // the log was too small for what came during a pause
        m_lostBytes += m_log.droppedBytes() - m_heardBytes;
        m_heardBytes = m_log.droppedBytes();
        m_next = m_log.first();
        m_intake.forgetBegun();
    }
    for (; m_next < m_log.end(); ++m_next) {
        const auto& chunk = m_log[m_next];
        m_heardBytes += chunk.bytes.size();
        const auto lines = m_intake.deliver(instrument, chunk, run);
        run.advanceTo(std::max({chunk.at, run.now(), lines.empty() ? Ticks{} : lines.back().at}));
        for (const auto& line : lines) {
            m_lines.push_back(toldOf(line));
            for (auto& pair : m_check.compare(instrument, run, line))
                m_shown.push_back(std::move(pair));
        }
        keepLast(m_lines);
        keepLast(m_shown);
    }
    run.advanceTo(std::max(now, run.now()));
}

void LiveEar::deliverAgain(const PlainInstrument& instrument, FirmwareRun& run) const
{
    m_intake.deliverAgain(m_log, m_next, instrument, run);
}

LiveView LiveEar::view(const PlainInstrument& instrument) const
{
    const auto& stream = m_intake.stream();
    LiveView view;
    view.report = m_link->report();
    view.report.lostBytes += m_lostBytes;
    view.shape = shapeInWords(stream.shape());
    view.counts = stream.counts();
    view.missingNumbers = m_intake.missingNumbers();
    view.pace = stream.pace();
    for (const auto& field : m_intake.fields()) {
        LiveFieldView shown;
        shown.field = field;
        if (const auto decoder = m_intake.decoderOf(instrument, field.name)) {
            shown.use = FieldUse::Decoded;
            shown.channel = instrument.channels[*decoder].id;
        } else if (const auto route = routeOf(instrument, field.name)) {
            shown.use = FieldUse::Routed;
            shown.channel = instrument.channels[route->channel].id;
            shown.tap = route->tap;
        } else if (shownReaderOf(instrument, field.name)) {
            shown.use = FieldUse::Compared;
        }
        view.fields.push_back(std::move(shown));
    }
    view.shown.assign(m_shown.begin(), m_shown.end());
    view.lines.assign(m_lines.begin(), m_lines.end());
    view.secondsSinceLine =
        inSeconds(m_link->now() - (m_lines.empty() ? Ticks{} : m_lines.back().at));
    return view;
}

} // namespace fern::app
