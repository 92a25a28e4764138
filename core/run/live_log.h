#pragma once
// What came from a port, kept as bytes with their times as far as the memory is meant for it.

#include "base/ticks.h"

#include <cstddef>
#include <deque>
#include <string>

namespace fern {

/// Bytes and the time when they came, since the port was opened.
struct LiveChunk {
    Ticks at;
    std::string bytes;
    bool isNewBegin = false; ///< something before it is missing: a line that was begun is lost
};

/// Chunks have numbers, from 0 in the order in which they came.
class LiveLog {
public:
    /// Adds a chunk, not earlier than those before; the oldest go beyond 16 MB.
    void add(LiveChunk chunk);

    /// Numbers of the chunks that are kept: from first() to before end().
    std::size_t first() const { return m_dropped; }
    std::size_t end() const { return m_dropped + m_chunks.size(); }
    const LiveChunk& operator[](std::size_t number) const { return m_chunks[number - m_dropped]; }
    /// Returns the number of the first chunk at or after an instant.
    std::size_t since(Ticks at) const;

    std::size_t bytes() const { return m_bytes; } ///< that are kept
    std::size_t droppedBytes() const { return m_droppedBytes; }

private:
    std::deque<LiveChunk> m_chunks;
    std::size_t m_bytes = 0;
    std::size_t m_dropped = 0; ///< chunks
    std::size_t m_droppedBytes = 0;
};

} // namespace fern
