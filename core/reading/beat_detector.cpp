#include "reading/beat_detector.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr double wanderSeconds = 0.5; // slower than that is no beat: breath, a moved electrode
constexpr double closingSeconds = 1.5; // in which the swing forgets half of an old extreme
constexpr double upper = 0.7; // of the swing: a beat begins above it
constexpr double lower = 0.5; // and the next one is looked for only from below it
constexpr double longestInterval = 3; // seconds: 20 beats a minute
constexpr double none = std::numeric_limits<double>::quiet_NaN();

} // namespace

double BeatDetector::feed(Ticks at, double value)
{
    m_isBeat = false;
    if (std::isnan(value))
        return none;
    if (!m_hasBegun) {
        m_hasBegun = true;
        m_base = value;
    }
    const double passed = inSeconds(at - m_lastAt);
    const double share = std::min(0.5, passed / closingSeconds / 2);
    m_lastAt = at;
    m_base += (value - m_base) * (1 - std::exp(-passed / wanderSeconds));
    value -= m_base;
    const double swing = m_high - m_low;
    m_low = std::min(value, m_low + share * swing);
    m_high = std::max(value, m_high - share * swing);
    const double threshold = m_low + upper * (m_high - m_low);
    m_isArmed = m_isArmed || value < m_low + lower * (m_high - m_low);
    const bool isFree = m_beats == 0 || at - m_lastBeat >= m_refractory;
    const bool rises = m_isArmed && value > threshold;
    m_isArmed = m_isArmed && !rises; // one that comes too soon is over too
    if (rises && isFree) {
        m_isBeat = true;
        const double interval = inSeconds(at - m_lastBeat);
        const bool isFirst = m_beats == 0 || interval > longestInterval;
        m_beats = isFirst ? 1 : m_beats + 1;
        m_lastBeat = at;
        if (!isFirst)
            m_intervals[static_cast<std::size_t>(m_beats) % m_intervals.size()] = interval;
    }
    if (m_beats < 2 || inSeconds(at - m_lastBeat) > longestInterval)
        return none;
    const double rate = m_beats < 4
        ? 1 / m_intervals[static_cast<std::size_t>(m_beats) % m_intervals.size()]
        : 1 / median();
    return rate >= m_slowest && rate <= m_fastest ? rate : none;
}

double BeatDetector::median() const
{
    auto sorted = m_intervals;
    std::sort(sorted.begin(), sorted.end());
    return sorted[1];
}

double BeatDetector::quality() const
{
    if (m_beats < 4)
        return 0;
    const double middle = median();
    double apart = 0;
    for (const double interval : m_intervals)
        apart = std::max(apart, std::fabs(interval - middle));
    return std::max(0.0, 1 - apart / middle);
}

} // namespace fern
