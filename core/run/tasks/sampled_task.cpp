#include "run/tasks/sampled_task.h"

#include "curves/polyline.h"
#include "instrument/plain_program.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <utility>

namespace fern {

SampledTask::SampledTask(std::size_t channel, const PlainInstrument& instrument, Ticks start)
    : ChannelTask(channel, instrument)
    , m_calm(instrument.channels[channel], instrument.seed)
    , m_noise(instrument.seed, instrument.channels[channel].id, "noise")
    , m_faults(
          instrument.channels[channel].faults, instrument.seed, instrument.channels[channel].id)
    , m_place(static_cast<std::size_t>(
          &sampleTaskOf(instrument, instrument.channels[channel]) - instrument.program.data()))
    , m_due(nextOnGrid(start, instrument.channels[channel].sampleEvery))
{
}

Ticks SampledTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& c = channel(turn);
    if (const auto free = turn.busFree(c.moduleBus); free > now) {
        turn.observer().busy({BusyWith::Sampling, index(), now, free}); // it waits for the bus
        return free;
    }
    if (m_asked && m_asked->ready > now)
        return now; // in this turn there is nothing to fetch yet
    if (isConverted(c.source.kind) && c.isReadByModule && !m_asked) {
        m_asked = turn.converter(c.converter).ask(index(), now);
        if (m_asked->ready > now) {
            m_due = m_asked->ready;
            const auto end = turn.after(askSeconds(c));
            turn.keepBus(c.moduleBus, end);
            turn.observer().busy({BusyWith::Sampling, index(), now, end});
            return end;
        }
    }
    m_due = c.sampleEvery * (now / c.sampleEvery + 1);
    const auto at = m_asked ? m_asked->begin : now;
    // The noise of a sample belongs to its slot: of one in every turn that is a microsecond.
    const auto slot =
        isEveryTurn(turn.instrument().program[m_place].spec) ? now.ns / 1000 : now / c.sampleEvery;
    auto record = sample(turn, at, m_asked ? m_asked->number : slot);
    if (std::exchange(m_asked, {}))
        turn.memory().keepPin(index(), record.real.pin);
    record.channel = index();
    record.at = now;
    record.takenAt = takenAt(turn, at);
    record.hasTwin = true;
    record.code = newCode(turn, record);
    const bool isCode = givesCodes(c.source.kind);
    if (!isCode)
        keep(turn,
            {record.real.smoothed, record.calm.smoothed, record.takenAt, true, words(), record.real,
                record.calm});
    const auto end = turn.after(sampleSeconds(turn.instrument(), c));
    turn.keepBus(c.moduleBus, end);
    turn.observer().sampled(record);
    turn.observer().busy({BusyWith::Sampling, index(), now, end});
    if (isCode && !record.code.empty())
        turn.hear(index(), record.code);
    return end;
}

Ticks SampledTask::takenAt(Turn& /*turn*/, Ticks at) const
{
    return at;
}

SampleRecord SampledTask::taken(Turn& turn, std::int64_t slot, const Sampling& sampling)
{
    const double deviate = m_noise.normal(static_cast<std::uint64_t>(slot));
    const double value = isGateOpen(turn) ? sampling.value : notThere;
    SampleRecord record;
    Disturbance noisy{&m_faults, deviate, true, slot};
    if (m_asked) {
        noisy.converted = m_asked->begin;
        noisy.otherShare = m_asked->oldShare;
        if (m_asked->old)
            noisy.otherVolts = turn.memory().pinVolts(*m_asked->old);
    }
    auto calm = noisy;
    calm.noiseDeviate = 0;
    calm.isNoisy = false;
    record.real = real().accept(sampling.tap, turn.now(), value, noisy);
    record.calm = m_calm.accept(sampling.tap, turn.now(), value, calm);
    record.real.world = record.calm.world = sampling.world;
    record.counted = sampling.counted;
    record.countedAt = sampling.countedAt;
    return record;
}

SampleRecord AnalogTask::sample(Turn& turn, Ticks at, std::int64_t slot)
{
    const auto& lane = channel(turn).lane;
    const double seconds = inSeconds(at);
    return taken(turn, slot,
        {Tap::World, polylineAt(lane, faults().seenSeconds(seconds)), polylineAt(lane, seconds)});
}

SampleRecord SourceTask::sample(Turn& turn, Ticks at, std::int64_t slot)
{
    return taken(turn, slot, m_source->sample(at));
}

void SourceTask::follow(Turn& turn)
{
    m_source->follow(channel(turn), turn.instrument());
}

std::string SourceTask::newCode(Turn& turn, const SampleRecord& record)
{
    return m_source->newCode(turn.now(), record.real.reading);
}

} // namespace fern
