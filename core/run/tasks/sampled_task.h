#pragma once
// A channel that the loop samples on a grid.

#include "base/cloned.h"
#include "base/random.h"
#include "run/records.h"
#include "run/sampled_source.h"
#include "run/tasks/channel_task.h"
#include "world/converter_schedule.h"

namespace fern {

class SampledTask : public ChannelTask {
public:
    SampledTask(std::size_t channel, const PlainInstrument& instrument, Ticks start);

    Ticks due() const override { return m_due; }
    Ticks run(Turn& turn) override;

protected:
    /// What the source gives at `at`: now, or when a module took its input. `slot` counts on the
    /// sampling grid, or the module's conversions: the noise belongs to it and not to the count of
    /// samples, so a run that starts later, or one that missed a slot, meets the same noise.
    virtual SampleRecord sample(Turn& turn, Ticks at, std::int64_t slot) = 0;
    /// Returns the code that a sample brings; empty when it is no news.
    virtual std::string newCode(Turn& /*turn*/, const SampleRecord& /*record*/) { return {}; }
    /// Returns when the oldest of the values was taken that a sample of `at` is made of.
    virtual Ticks takenAt(Turn& turn, Ticks at) const;
    /// Returns the words that come with the number.
    virtual std::string words() const { return {}; }

    /// Takes what a source gives, with what disturbs the sample and without.
    SampleRecord taken(Turn& turn, std::int64_t slot, const Sampling& sampling);
    ChannelRun& calm() { return m_calm; }
    const Faults& faults() const { return m_faults; }

private:
    ChannelRun m_calm;
    RandomStream m_noise;
    Faults m_faults;
    std::size_t m_place; ///< of the program
    Ticks m_due;
    std::optional<Conversion> m_asked; ///< of a module, which has not been fetched
};

/// A pin that follows the channel's course: a sensor at an analog input.
class AnalogTask : public SampledTask {
public:
    using SampledTask::SampledTask;
    std::unique_ptr<Task> clone() const override { return std::make_unique<AnalogTask>(*this); }

protected:
    SampleRecord sample(Turn& turn, Ticks at, std::int64_t slot) override;
};

/// A waveform, a key ladder, pulses, a contact, the clock.
class SourceTask : public SampledTask {
public:
    SourceTask(std::size_t channel, const PlainInstrument& instrument, Ticks start,
        Cloned<SampledSource> source)
        : SampledTask(channel, instrument, start)
        , m_source(std::move(source))
    {
    }

    std::unique_ptr<Task> clone() const override { return std::make_unique<SourceTask>(*this); }
    void look(const Looks& looks) override { m_source->look(looks); }
    void blind(const Blind& blind) override { m_source->blind(blind); }
    double interruptsPerSecond(Ticks now) const override
    {
        return m_source->interruptsPerSecond(now);
    }
    void follow(Turn& turn) override;

protected:
    SampleRecord sample(Turn& turn, Ticks at, std::int64_t slot) override;
    std::string newCode(Turn& turn, const SampleRecord& record) override;

private:
    Cloned<SampledSource> m_source;
};

} // namespace fern
