#include "run/page_turner.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern {

bool comesForward(const PlainInstrument& instrument, const PlainPage& page,
    const LatestValue& latest, Ticks now, Ticks since, bool wasOn)
{
    const auto& when = page.when;
    const auto time = ticksFromSeconds(inSi(when.time));
    const bool isSilent = !latest.hasCome;
    switch (when.comes) {
    case PageComes::Turned:
        return false;
    case PageComes::AtStart:
        return now < time;
    case PageComes::NotYet:
        return isSilent;
    case PageComes::NoDevice:
        return isSilent && now - since >= time;
    case PageComes::Searching:
        return !isSilent && !latest.hasBeenValid;
    case PageComes::Fault:
        return latest.hasBeenValid && std::isnan(latest.real) && now - latest.validAt >= time;
    case PageComes::Stale:
        return !isSilent && now - latest.sampledAt >= time;
    case PageComes::Told: {
        const auto& names = instrument.channels[page.whenChannel].source.names;
        return !isSilent && (latest.text == when.name || nameOf(names, latest.text) == when.name);
    }
    case PageComes::Alarm: {
        const double value = fromSi(latest.real, instrument.channels[page.whenChannel].unit);
        const double inner = wasOn ? when.clears : 0;
        return value < when.least + inner || value > when.most - inner;
    }
    }
    return false;
}

PageTurner::PageTurner(const PlainDisplay& display, Ticks start)
    : m_start(start)
    , m_page(display.turned.empty() ? 0 : display.turned.front())
    , m_alarms(display.pages.size())
{
}

bool PageTurner::hear(const PlainDisplay& display, const HeardCode& heard)
{
    const auto& turning = display.turning;
    if (turning.by != heard.channel)
        return false;
    const int step = heard.isCalled(turning.next) ? 1 : heard.isCalled(turning.previous) ? -1 : 0;
    m_steps += step;
    return step != 0;
}

/// Without a part of the day every page has its turn.
void PageTurner::turn(const PlainDisplay& display, Ticks now, const ValueOf& valueOf)
{
    if ((m_asked != display.page.id || m_askedFrom != display.pageFrom)
        && now >= display.pageFrom) {
        m_asked = display.page.id;
        m_page = indexOf(display.pages, m_asked);
        m_since = m_askedFrom = display.pageFrom;
        m_steps = 0;
    }
    if (now >= display.pageFrom && now < display.pageUntil) {
        m_page = indexOf(display.pages, m_asked);
        m_since = now;
        m_steps = 0;
        return;
    }
    const auto* part = dayPartOf(display, valueOf);
    const auto& pages = turnedIn(display, part);
    const auto every = part != nullptr && part->each > Ticks{} ? part->each : display.turning.every;
    const auto count = static_cast<std::int64_t>(pages.size());
    const auto found = std::find(pages.begin(), pages.end(), m_page);
    const int steps = std::exchange(m_steps, 0);
    if (pages.empty())
        return;
    if (found == pages.end()) { // another part of the day has begun
        m_page = pages.front();
        m_since = now;
        return;
    }
    std::int64_t place = found - pages.begin();
    if (steps != 0) {
        place += steps;
        m_since = now;
    } else if (every > Ticks{}) {
        const auto turns = (now - m_since) / every;
        place += turns;
        m_since = m_since + every * turns;
    }
    m_page = pages[static_cast<std::size_t>((place % count + count) % count)];
}

const PlainPage& PageTurner::at(const PlainInstrument& instrument, const PlainDisplay& display,
    Ticks now, const ValueOf& valueOf)
{
    static const PlainPage nothing;
    turn(display, now, valueOf);
    const PlainPage* front = nullptr;
    for (std::size_t i = 0; i < display.pages.size(); ++i) {
        const auto& page = display.pages[i];
        const auto latest =
            page.when.traits().hasChannel ? valueOf(page.whenChannel) : LatestValue{};
        m_alarms[i] = comesForward(instrument, page, latest, now, m_start, m_alarms[i]);
        if (m_alarms[i] && front == nullptr)
            front = &page;
    }
    const auto isTurned =
        std::find(display.turned.begin(), display.turned.end(), m_page) != display.turned.end();
    return front != nullptr ? *front : isTurned ? display.pages[m_page] : nothing;
}

} // namespace fern
