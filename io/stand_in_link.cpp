#include "io/stand_in_link.h"

#include <chrono>
#include <utility>

namespace fern::io {

StandInLink::StandInLink(
    std::unique_ptr<StandIn> standIn, std::string name, Clock::time_point began)
    : m_standIn(std::move(standIn))
    , m_name(std::move(name))
    , m_start(began)
{
}

Ticks StandInLink::now() const
{
    return Ticks{
        std::chrono::duration_cast<std::chrono::nanoseconds>(Clock::now() - m_start).count()};
}

std::vector<LiveChunk> StandInLink::take()
{
    StandInFaults faults;
    {
        const std::lock_guard lock(m_mutex);
        faults = m_faults;
    }
    // It goes on while nobody hears it.
    auto messages = m_standIn->until(now());
    std::vector<LiveChunk> chunks;
    for (auto& sent : messages) {
        const auto number = m_messages++;
        if (faults.isUnplugged || faults.isSilent) {
            m_isNewBegin = m_isNewBegin || faults.isUnplugged;
            continue;
        }
        if (faults.damage > 0 && m_chance.uniform(number) < faults.damage)
            sent.bytes =
                damagedMessage(std::move(sent.bytes), m_chance, static_cast<std::int64_t>(number));
        chunks.push_back({sent.at, std::move(sent.bytes), std::exchange(m_isNewBegin, false)});
    }
    return chunks;
}

LinkReport StandInLink::report() const
{
    const std::lock_guard lock(m_mutex);
    return m_faults.isUnplugged ? LinkReport{LinkState::Lost, m_name + " is unplugged", 0, m_opened}
                                : LinkReport{LinkState::Open, m_name, 0, m_opened};
}

void StandInLink::setFaults(const StandInFaults& faults)
{
    const std::lock_guard lock(m_mutex);
    m_opened += m_faults.isUnplugged && !faults.isUnplugged ? 1 : 0;
    m_faults = faults;
}

} // namespace fern::io
