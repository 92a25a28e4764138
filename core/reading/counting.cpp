#include "reading/counting.h"

#include <algorithm>
#include <cmath>
#include <utility>

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
    if (m_count > 0)
        m_period = at - m_last;
    ++m_count;
    m_last = at;
    constexpr std::size_t kept = 64;
    m_recent.push_back(at);
    if (m_recent.size() > kept)
        m_recent.pop_front();
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

std::vector<bool> seenPulses(std::span<const Edge> edges, std::span<const Ticks> counted)
{
    std::vector<Ticks> rising;
    for (const auto& edge : edges)
        if (edge.toHigh && !edge.isBounce)
            rising.push_back(edge.at);
    std::vector<bool> seen;
    for (std::size_t i = 0; i < rising.size(); ++i)
        seen.push_back(std::any_of(counted.begin(), counted.end(), [&](Ticks at) {
            return at >= rising[i] && (i + 1 == rising.size() || at < rising[i + 1]);
        }));
    return seen;
}

std::vector<Edge> interrupting(std::vector<Edge> edges, std::span<const Blind> blinds)
{
    std::size_t met = 0;
    std::size_t blind = 0;
    bool isPending = false;
    for (auto edge : edges) {
        while (blind < blinds.size() && blinds[blind].to <= edge.at) {
            ++blind;
            isPending = false;
        }
        if (blind < blinds.size() && edge.at >= blinds[blind].from) {
            // A falling edge sets no flag of a rising one.
            if (!edge.toHigh || std::exchange(isPending, true))
                continue;
            edge.at = blinds[blind].to;
        }
        edges[met++] = edge;
    }
    edges.resize(met);
    return edges;
}

double gateError(double hertz, double gateSeconds)
{
    return 1 / (hertz * gateSeconds);
}

double periodError(double hertz, double timerSeconds)
{
    return hertz * timerSeconds;
}

double crossoverHertz(double gateSeconds, double timerSeconds)
{
    return std::sqrt(1 / (gateSeconds * timerSeconds));
}

double highestPolledHertz(double loopSeconds, double duty)
{
    return std::min(duty, 1 - duty) / loopSeconds;
}

} // namespace fern
