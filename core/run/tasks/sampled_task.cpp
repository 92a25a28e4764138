#include "run/tasks/sampled_task.h"

#include "curves/polyline.h"
#include "run/task_blocks.h"
#include "run/turn.h"

namespace fern {

SampledTask::SampledTask(std::size_t channel, const PlainInstrument& instrument, Ticks start)
    : ChannelTask(channel, instrument)
    , m_calm(instrument.channels[channel], instrument.seed)
    , m_noise(instrument.seed, instrument.channels[channel].id, "noise")
    , m_faults(
          instrument.channels[channel].faults, instrument.seed, instrument.channels[channel].id)
    , m_due(nextOnGrid(start, instrument.channels[channel].sampleEvery))
{
}

Ticks SampledTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& c = channel(turn);
    const auto slot = now / c.sampleEvery;
    m_due = c.sampleEvery * (slot + 1);
    auto record = sample(turn, slot);
    record.channel = index();
    record.at = now;
    record.takenAt = takenAt(turn);
    record.hasTwin = true;
    record.code = newCode(turn, record);
    const bool isCode = givesCodes(c.source.kind);
    if (!isCode) {
        const bool isNew = record.real.smoothed != turn.memory().latest(index()).real;
        turn.memory().keep(
            index(), {record.real.smoothed, record.calm.smoothed, record.takenAt, true, words()});
        if (isNew)
            turn.changed(index());
    }
    const auto end = turn.after(sampleSeconds(turn.instrument(), c));
    turn.observer().sampled(record);
    turn.observer().busy({BusyWith::Sampling, index(), now, end});
    if (isCode && !record.code.empty())
        turn.hear(index(), record.code);
    return end;
}

Ticks SampledTask::takenAt(Turn& turn) const
{
    return turn.now();
}

SampleRecord SampledTask::taken(Turn& turn, std::int64_t slot, const Sampling& sampling)
{
    const double deviate = m_noise.normal(static_cast<std::uint64_t>(slot));
    const double value = isGateOpen(turn) ? sampling.value : notThere;
    SampleRecord record;
    record.real = real().accept(sampling.tap, turn.now(), value, {&m_faults, deviate, true, slot});
    record.calm = m_calm.accept(sampling.tap, turn.now(), value, {&m_faults, 0, false, slot});
    record.real.world = record.calm.world = sampling.world;
    record.counted = sampling.counted;
    record.countedAt = sampling.countedAt;
    return record;
}

SampleRecord AnalogTask::sample(Turn& turn, std::int64_t slot)
{
    // What a module gives was converted while the processor did something else.
    const auto& c = channel(turn);
    const double since = c.isReadByModule ? c.conversionSeconds : 0;
    const double seconds = inSeconds(turn.now());
    return taken(turn, slot,
        {Tap::World, polylineAt(c.lane, faults().seenSeconds(seconds) - since),
            polylineAt(c.lane, seconds - since)});
}

SampleRecord SourceTask::sample(Turn& turn, std::int64_t slot)
{
    return taken(turn, slot, m_source->sample(turn.now()));
}

std::string SourceTask::newCode(Turn& turn, const SampleRecord& record)
{
    return m_source->newCode(turn.now(), record.real.reading);
}

} // namespace fern
