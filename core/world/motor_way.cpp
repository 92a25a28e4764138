#include "world/motor_way.h"

#include <algorithm>
#include <cmath>

namespace fern {

MotorWay::MotorWay(double endToEnd, double share, bool hasEndStops)
    : m_endToEnd(endToEnd)
    , m_share(std::clamp(share, 0.0, 1.0))
    , m_hasEndStops(hasEndStops)
    , m_isSeeking(hasEndStops)
{
}

void MotorWay::pass(double seconds)
{
    const double moved = m_direction * seconds / m_endToEnd;
    m_share = std::clamp(m_share + moved, 0.0, 1.0);
    m_believed = std::clamp(m_believed + moved, 0.0, 1.0);
    const bool isAtEnd = m_share <= 0 || m_share >= 1;
    if (m_hasEndStops && isAtEnd) {
        m_believed = m_share;
        m_isSeeking = m_isSeeking && m_share > 0;
    }
}

void MotorWay::steer(double wanted, double every)
{
    const double away = std::clamp(wanted, 0.0, 1.0) - m_believed;
    m_direction = m_isSeeking                       ? -1
        : std::fabs(away) <= every / m_endToEnd / 2 ? 0
        : away > 0                                  ? 1
                                                    : -1;
    if (m_isSeeking && m_share <= 0) {
        m_isSeeking = false;
        m_believed = 0;
        steer(wanted, every);
    }
}

} // namespace fern
