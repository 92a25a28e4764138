#include "run/tasks/derived_task.h"

#include "run/turn.h"

#include <algorithm>

namespace fern {

DerivedTask::DerivedTask(std::size_t channel, const PlainInstrument& instrument, Ticks start)
    : SampledTask(channel, instrument, start)
    , m_made(instrument.channels[channel], instrument)
    , m_calmMade(m_made)
{
}

namespace {

/// What the board knows of its numbers.
DerivedRun::Ask numbersOf(Turn& turn, bool isCalm)
{
    return [&turn, isCalm](ValuePlace place, FormulaAsks asks) {
        return turn.memory().asked(turn.instrument(), place, asks, isCalm, turn.now());
    };
}

} // namespace

void DerivedTask::changed(Turn& turn, std::size_t channel)
{
    m_made.changed(turn.now(), channel, numbersOf(turn, false));
    m_calmMade.changed(turn.now(), channel, numbersOf(turn, true));
}

bool DerivedTask::counted(Turn& turn, const HeardCode& heard)
{
    m_calmMade.count(turn.now(), heard, numbersOf(turn, true));
    return m_made.count(turn.now(), heard, numbersOf(turn, false));
}

Hearing DerivedTask::hear(Turn& turn, const HeardCode& heard)
{
    if (!turn.memory().isAsked(heard.meanings, channel(turn).source.derived.onPage))
        return Hearing::NotMeant;
    m_calmMade.hear(turn.now(), heard);
    return m_made.hear(turn.now(), heard) ? Hearing::Accepted : Hearing::NotMeant;
}

SampleRecord DerivedTask::sample(Turn& turn, Ticks /*at*/, std::int64_t /*slot*/)
{
    const auto now = turn.now();
    const double value = m_made.sample(now, numbersOf(turn, false));
    const double twin = m_calmMade.sample(now, numbersOf(turn, true));
    const bool isOpen = isGateOpen(turn);
    const auto inUnit = [&](double si) {
        return isOpen ? fromSi(si, channel(turn).unit) : notThere;
    };
    SampleRecord record;
    record.real = real().accept(Tap::Reading, now, inUnit(value));
    record.calm = calm().accept(Tap::Reading, now, inUnit(twin));
    return record;
}

std::string DerivedTask::newCode(Turn& /*turn*/, const SampleRecord& /*record*/)
{
    return m_made.newRow();
}

/// What gathers keeps what it has, and codes stand until the next one.
Ticks DerivedTask::takenAt(Turn& turn, Ticks at) const
{
    Ticks oldest = at;
    const auto& c = channel(turn);
    if (isAsOldAsItsSources(c.source.derived.kind))
        for (const auto of : c.madeOf)
            if (const auto& latest = turn.memory().latest(of);
                latest.hasCome && !givesCodes(turn.instrument().channels[of].source.kind))
                oldest = std::min(oldest, latest.sampledAt);
    return oldest;
}

} // namespace fern
