#include "run/busy_tally.h"

namespace fern {

std::size_t loopOf(const PlainInstrument& in, BusyWith with, std::size_t index)
{
    switch (with) {
    case BusyWith::Sampling:
        return in.channels[index].loop;
    case BusyWith::Drawing:
    case BusyWith::Transfer:
    case BusyWith::Sending:
    case BusyWith::Panel:
        return in.displays[index].loop;
    case BusyWith::Driving:
        return in.outputs[index].loop;
    case BusyWith::Printing:
    case BusyWith::Waiting:
    case BusyWith::Saving:
    case BusyWith::Sleeping:
    case BusyWith::Starting:
        break;
    }
    return in.program[index].loop;
}

BusyTally::BusyTally(const PlainInstrument& instrument)
    : m_instrument(instrument)
    , m_processors(instrument.loops.size())
    , m_buses(instrument.displays.size())
{
}

void BusyTally::busy(const BusyRecord& record)
{
    const double seconds = inSeconds(record.to - record.from);
    if (isOfBus(record.with)) {
        auto& bus = m_buses[record.index];
        bus.seconds += seconds;
        if (seconds > bus.longest) {
            bus.longest = seconds;
            bus.longestWith = record.with;
            bus.longestIndex = record.index;
        }
    }
    if (!isOfProcessor(record.with))
        return;
    auto& own = m_processors[loopOf(m_instrument, record.with, record.index)];
    if (record.from > own.to) {
        own.close();
        own.from = record.from;
        own.to = record.to;
        own.longest = record;
    } else {
        own.to = std::max(own.to, record.to);
        if (seconds > inSeconds(own.longest.to - own.longest.from))
            own.longest = record;
    }
    own.figures.seconds += seconds;
}

void BusyTally::Processor::close()
{
    if (const double seconds = inSeconds(to - from); seconds > figures.longest) {
        figures.longest = seconds;
        figures.longestWith = longest.with;
        figures.longestIndex = longest.index;
    }
}

std::vector<BusyFigures> BusyTally::processors() const
{
    std::vector<BusyFigures> all;
    for (auto processor : m_processors) {
        processor.close();
        all.push_back(processor.figures);
    }
    return all;
}

} // namespace fern
