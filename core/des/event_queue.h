#pragma once
// Events in the order of their time; equal times keep the order in which they were added, so that a
// run is the same on every machine. Events are plain values; the queue is an object without
// statics.

#include "base/ticks.h"

#include <cassert>
#include <cstdint>
#include <queue>
#include <vector>

namespace fern {

template <class Event> class EventQueue {
public:
    /// Adds an event; `at` must not lie before the event taken last.
    void add(Ticks at, Event event)
    {
        assert(at >= m_now);
        m_queue.push({at, m_added++, std::move(event)});
    }

    bool empty() const { return m_queue.empty(); }
    /// The time of the next event; the queue must not be empty.
    Ticks nextAt() const { return m_queue.top().at; }
    /// Takes the next event; its time becomes now().
    Event take()
    {
        assert(!empty());
        Event event = m_queue.top().event;
        m_now = m_queue.top().at;
        m_queue.pop();
        return event;
    }
    Ticks now() const { return m_now; }

private:
    struct Entry {
        Ticks at;
        std::uint64_t number;
        Event event;
        bool operator>(const Entry& other) const
        {
            return at != other.at ? at > other.at : number > other.number;
        }
    };

    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> m_queue;
    std::uint64_t m_added = 0;
    Ticks m_now;
};

/// Returns the first look at or after `event` of a loop that looks at start, start + turn, ….
/// Idle turns are skipped arithmetically instead of being run.
constexpr Ticks firstLook(Ticks start, Ticks turn, Ticks event)
{
    return event <= start ? start : start + nextOnGrid(event - start, turn);
}

} // namespace fern
