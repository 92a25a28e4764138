#include "run/busy_tally.h"

namespace fern {

BusyTally::BusyTally(const PlainInstrument& instrument)
    : m_buses(instrument.displays.size())
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
    if (record.from > m_block.to) {
        close();
        m_block = {record.from, record.to, record};
    } else {
        m_block.to = std::max(m_block.to, record.to);
        if (seconds > inSeconds(m_block.longest.to - m_block.longest.from))
            m_block.longest = record;
    }
    m_processor.seconds += seconds;
}

void BusyTally::close()
{
    if (const double seconds = inSeconds(m_block.to - m_block.from);
        seconds > m_processor.longest) {
        m_processor.longest = seconds;
        m_processor.longestWith = m_block.longest.with;
        m_processor.longestIndex = m_block.longest.index;
    }
}

BusyFigures BusyTally::processor() const
{
    auto closed = *this;
    closed.close();
    return closed.m_processor;
}

} // namespace fern
