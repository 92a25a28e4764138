#include "world/pulse_train.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

PulseTrain::PulseTrain(std::span<const CurvePoint> lane, const PulseTrainSetting& setting,
    std::uint64_t seed, std::string_view id)
    : m_setting(setting)
    , m_bounces(seed, id, "bounce")
{
    const double k = setting.perUnit;
    const bool isRate = setting.gives == PulseGives::Rate;
    double last = 0;
    double lastHertz = lane.empty() || !isRate ? 0 : std::max(0.0, k * lane.front().y);
    if (!lane.empty() && lane.front().x > 0) {
        add(0, lane.front().x, lastHertz, lastHertz);
        last = lane.front().x;
    }
    for (std::size_t i = 1; i < lane.size(); ++i) {
        const auto& a = lane[i - 1];
        const auto& b = lane[i];
        if (b.x <= 0)
            continue;
        if (!isRate) {
            const double hertz = std::max(0.0, k * (b.y - a.y) / (b.x - a.x));
            add(std::max(0.0, a.x), b.x, hertz, hertz);
            lastHertz = 0;
        } else {
            // What is below zero is cut off, at the point where the line crosses.
            const double from = k * a.y;
            const double to = k * b.y;
            const double crossing = from * to < 0 ? a.x + (b.x - a.x) * from / (from - to) : b.x;
            add(a.x, crossing, std::max(0.0, from), from * to < 0 ? 0 : std::max(0.0, to));
            if (crossing < b.x)
                add(crossing, b.x, 0, std::max(0.0, to));
            lastHertz = std::max(0.0, to);
        }
        last = b.x;
    }
    add(last, std::numeric_limits<double>::infinity(), lastHertz, lastHertz);
}

void PulseTrain::add(double from, double to, double hertz, double hertzAtEnd)
{
    const double slope = std::isinf(to) ? 0 : (hertzAtEnd - hertz) / (to - from);
    m_pieces.push_back({from, m_pieces.empty() ? 0 : phaseAt(from), hertz, slope});
}

double PulseTrain::phaseAt(double seconds) const
{
    auto piece = std::upper_bound(m_pieces.begin(), m_pieces.end(), seconds,
        [](double x, const Piece& p) { return x < p.from; });
    if (piece == m_pieces.begin())
        return 0;
    --piece;
    const double t = seconds - piece->from;
    return piece->phase + t * (piece->hertz + piece->slope * t / 2);
}

double PulseTrain::timeOf(double phase) const
{
    auto piece = std::lower_bound(m_pieces.begin(), m_pieces.end(), phase,
        [](const Piece& p, double x) { return p.phase < x; });
    if (piece != m_pieces.begin())
        --piece;
    const double n = phase - piece->phase;
    if (n <= 0)
        return piece->from;
    // n = t · hertz + t² · slope / 2, in the form that loses no digits for a small slope.
    const double root = piece->hertz * piece->hertz + 2 * piece->slope * n;
    if (root < 0 || (piece->hertz <= 0 && piece->slope <= 0))
        return std::numeric_limits<double>::infinity();
    return piece->from + 2 * n / (piece->hertz + std::sqrt(root));
}

Ticks PulseTrain::trueEdge(std::int64_t index) const
{
    const auto pulse = index / 2;
    const double phase = static_cast<double>(pulse) + 1 + (index % 2 == 0 ? 0 : m_setting.duty);
    const double seconds = timeOf(phase);
    return seconds > 9e9 ? maxTicks : ticksFromSeconds(seconds);
}

void PulseTrain::addEdge(std::vector<Edge>& edges, std::int64_t index) const
{
    const bool toHigh = index % 2 == 0;
    const auto at = trueEdge(index);
    edges.push_back({at, toHigh, false});
    if (m_setting.bounceSeconds <= 0)
        return;
    // The contact opens and closes again one to three times, and is quiet before the next edge.
    const auto next = trueEdge(index + 1);
    const double room = std::min(m_setting.bounceSeconds, 0.5 * inSeconds(next - at));
    const auto first = static_cast<std::uint64_t>(index) * 8;
    const int pairs = 1 + static_cast<int>(m_bounces.bits(first) % 3);
    double share = 0;
    for (int k = 0; k < 2 * pairs; ++k) {
        share += m_bounces.uniform(first + 1 + static_cast<std::uint64_t>(k)) / (2 * pairs);
        edges.push_back({at + ticksFromSeconds(share * room), k % 2 == 0 ? !toHigh : toHigh, true});
    }
}

std::vector<Edge> PulseTrain::edges(Ticks from, Ticks to) const
{
    std::vector<Edge> all;
    // One pulse earlier, for the bounces that reach into the stretch.
    auto index =
        std::max<std::int64_t>(0, 2 * (static_cast<std::int64_t>(phaseAt(inSeconds(from))) - 2));
    for (; trueEdge(index) <= to; ++index)
        addEdge(all, index);
    std::erase_if(all, [&](const Edge& e) { return e.at <= from || e.at > to; });
    return all;
}

bool PulseTrain::isHigh(Ticks at) const
{
    const auto before = at - ticksFromSeconds(m_setting.bounceSeconds);
    const auto bounces = edges(before, at);
    if (!bounces.empty())
        return bounces.back().toHigh;
    const double phase = phaseAt(inSeconds(at));
    return phase >= 1 && phase - std::floor(phase) < m_setting.duty;
}

PulseStretch lastPulses(const PulseTrain& train, Ticks now)
{
    constexpr double pulses = 8;
    constexpr double least = 0.1;
    constexpr double most = 60;
    const double seconds = inSeconds(now);
    const double since = seconds - train.timeOf(std::max(0.0, train.phaseAt(seconds) - pulses));
    const double length = std::clamp(std::isfinite(since) ? since : most, least, most);
    const auto from = ticksFromSeconds(std::max(0.0, seconds - length));
    return {from, now, train.isHigh(from), train.edges(from, now)};
}

} // namespace fern
