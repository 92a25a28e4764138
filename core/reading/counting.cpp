#include "reading/counting.h"

namespace fern {

PulseCounter::PulseCounter(const PulseSpec& spec)
    : m_means(spec.means)
    , m_holdOff(ticksFromSeconds(inSi(spec.holdOff)))
{
}

void PulseCounter::change(Ticks at, bool toHigh)
{
    if (m_means == CountMeans::EachLook || (m_means == CountMeans::RisingEdge && !toHigh))
        return;
    if (m_count > 0 && at - m_last < m_holdOff)
        return;
    ++m_count;
    m_last = at;
}

void PulseCounter::interrupt(std::span<const Edge> edges)
{
    for (const auto& edge : edges)
        change(edge.at, edge.toHigh);
}

void PulseCounter::look(std::span<const Edge> edges, const Looks& looks)
{
    // From level to level, not from look to look: idle loops look thousands of times a second.
    auto next = looks.first;
    const auto seeUntil = [&](Ticks end) {
        if (next >= end || next > looks.last)
            return;
        if (m_isHigh != m_wasSeenHigh)
            change(next, m_isHigh);
        m_wasSeenHigh = m_isHigh;
        const auto stop = end < looks.last + Ticks{1} ? end : looks.last + Ticks{1};
        const auto seen = (stop - next + looks.every - Ticks{1}) / looks.every;
        if (m_means == CountMeans::EachLook && m_isHigh) {
            m_count += seen;
            m_last = next + looks.every * (seen - 1);
        }
        next = next + looks.every * seen;
    };
    for (const auto& edge : edges) {
        seeUntil(edge.at);
        m_isHigh = edge.toHigh;
    }
    seeUntil(maxTicks);
}

} // namespace fern
