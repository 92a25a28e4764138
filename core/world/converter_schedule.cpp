#include "world/converter_schedule.h"

#include <algorithm>
#include <utility>

namespace fern {

/// The one with that index since the switch.
Conversion ConverterSchedule::conversion(std::int64_t index, Ticks ready) const
{
    Conversion c;
    c.ready = ready;
    c.old = m_old;
    if (m_old && index < m_pace.settles)
        c.oldShare = static_cast<double>(m_pace.settles - index) / (m_pace.settles + 1);
    return c;
}

Conversion ConverterSchedule::ask(std::size_t input, Ticks now)
{
    const auto step = m_pace.conversion;
    if (input != m_input) {
        m_old = std::exchange(m_input, input);
        m_since = m_old ? std::max(now, m_free) : Ticks{}; // its first input is set at power-on
        m_made = 0;
        if (m_old) {
            m_made = m_pace.discards + 1;
            m_free = m_since + step * m_made;
            auto c = conversion(m_pace.discards, m_free);
            c.begin = m_free - step;
            c.number = c.begin / step;
            return c;
        }
    }
    if (m_pace.mode == ConversionMode::Single) {
        const auto begin = std::max(now, m_free);
        m_free = begin + step;
        auto c = conversion(m_made++, m_free);
        c.begin = begin;
        c.number = begin / step;
        return c;
    }
    const auto finished = std::max<std::int64_t>(1, (std::max(now, m_free) - m_since) / step);
    auto c = conversion(finished - 1, std::max(now, m_since + step * finished));
    c.begin = m_since + step * (finished - 1);
    m_free = std::max(m_free, c.ready);
    c.number = c.begin / step;
    return c;
}

} // namespace fern
