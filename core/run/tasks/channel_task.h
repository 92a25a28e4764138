#pragma once
// The part of the program that makes a channel's numbers.

#include "run/channel_run.h"
#include "run/reader_text.h"
#include "run/tasks/task.h"

#include <deque>
#include <utility>

namespace fern {

/// A channel that takes what is delivered to it; nothing comes by itself.
class ChannelTask : public Task {
public:
    ChannelTask(std::size_t channel, const PlainInstrument& instrument);

    std::unique_ptr<Task> clone() const override { return std::make_unique<ChannelTask>(*this); }
    Ticks run(Turn& turn) override;
    void happen(Turn& turn, int part) override;
    void deliver(Turn& turn, Tap tap, Ticks at, double value) override;

protected:
    static constexpr int ownPart = 1; ///< the first event of a derived class; 0 is a delivery

    std::size_t index() const { return m_index; }
    const PlainChannel& channel(const Turn& turn) const;
    ChannelRun& real() { return m_real; }
    /// Whether the channel that it waits for is high enough.
    bool isGateOpen(Turn& turn);
    /// Keeps what the channel gave, and tells it where its number is another one.
    void keep(Turn& turn, LatestValue value);
    /// Takes a number that came from outside.
    void accept(Turn& turn, Tap tap, double value);

private:
    std::size_t m_index;
    ChannelRun m_real;
    bool m_isGateOpen = false;
    std::deque<std::pair<Tap, double>> m_delivered;
};

} // namespace fern
