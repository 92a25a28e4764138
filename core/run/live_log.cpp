#include "run/live_log.h"

#include <algorithm>

namespace fern {

namespace {

constexpr std::size_t mostLogged = 16U << 20U; ///< bytes

} // namespace

void LiveLog::add(LiveChunk chunk)
{
    m_bytes += chunk.bytes.size();
    m_chunks.push_back(std::move(chunk));
    while (m_bytes > mostLogged && m_chunks.size() > 1) {
        const auto size = m_chunks.front().bytes.size();
        m_bytes -= size;
        m_droppedBytes += size;
        ++m_dropped;
        m_chunks.pop_front();
    }
}

std::size_t LiveLog::since(Ticks at) const
{
    const auto found = std::lower_bound(m_chunks.begin(), m_chunks.end(), at,
        [](const LiveChunk& chunk, Ticks time) { return chunk.at < time; });
    return m_dropped + static_cast<std::size_t>(found - m_chunks.begin());
}

} // namespace fern
