#include "run/channel_run.h"

#include "timing/bus.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace fern {

namespace {

AnalogTruth truthOf(const PlainChannel& c, std::uint64_t seed)
{
    const AnalogNominal nominal{c.input, c.sourceOhms, c.sensorTolerancePercent,
        c.resistorTolerancePercent, c.reference,
        // A key ladder hangs on the reference, whose error cancels.
        c.source.kind == SourceKind::KeyLadder ? 0 : c.referenceTolerancePercent, c.offsetLsb,
        c.noiseLsb, voltsOf(converterOf(c), converterOf(c).stepCodes(), c.reference)};
    return drawTruth(nominal, seed, c.id);
}

} // namespace

Converter converterOf(const PlainChannel& channel)
{
    return {channel.bits, channel.school, channel.form, channel.realBits, channel.widening};
}

Scaling scalingOf(const PlainChannel& channel)
{
    if (channel.scaling.kind != ScalingKind::FromParts)
        return scalingOf(channel.scaling);
    return nominalScalingOf(channel);
}

Scaling nominalScalingOf(const PlainChannel& channel)
{
    if (!channel.isAnalog()) {
        Scaling scaling;
        const auto inUnit = [&](double told) {
            return fromSi(toSi(told, channel.readingUnit), channel.unit);
        };
        scaling.offset = inUnit(0);
        scaling.gain = inUnit(1) - inUnit(0);
        if (channel.source.kind == SourceKind::Pulses) {
            const auto& pulses = channel.source.pulses;
            scaling.gain = 1 / pulses.perUnit;
            if (pulses.gives == PulseGives::Rate)
                scaling.gain /= inSeconds(channel.sampleEvery);
        }
        return scaling;
    }
    return scalingFromParts(converterOf(channel), channel.reference, channel.input, channel.unit);
}

double countAt(const PlainChannel& channel, double quantity)
{
    if (channel.scaling.kind != ScalingKind::FromParts && channel.isAnalog()) {
        const auto converter = converterOf(channel);
        const auto step = static_cast<double>(converter.stepCodes());
        const auto least = static_cast<double>(converter.bottomCode());
        const auto most = static_cast<double>(converter.topCode());
        const auto scaling = scalingOf(channel.scaling);
        const auto code = readingFor(scaling, fromSi(quantity, channel.unit), least, most);
        const double from = std::clamp(code.value_or((least + most) / 2), least, most - step);
        return std::fabs(toSi(scaledCode(scaling, NumberKind::Float64, from + step), channel.unit)
            - toSi(scaledCode(scaling, NumberKind::Float64, from), channel.unit));
    }
    if (channel.source.kind == SourceKind::Pulses)
        return toSi(scalingOf(channel).gain, channel.unit) - toSi(0, channel.unit);
    if (channel.source.kind == SourceKind::Waveform) // one over the interval, a sample longer
        return quantity * quantity * inSeconds(channel.sampleEvery);
    if (!channel.isAnalog())
        return channel.resolution;
    const auto converter = converterOf(channel);
    return std::fabs(voltsOf(converter, converter.stepCodes(), channel.reference)
        / pinSlope(channel.input, quantity));
}

std::int64_t nominalCode(const PlainChannel& channel, double quantity)
{
    return codeOf(converterOf(channel), pinVolts(channel.input, quantity), channel.reference);
}

double fetchSeconds(const PlainChannel& channel)
{
    constexpr double clock = 20e-6;
    if (!channel.isReadByModule)
        return channel.conversionSeconds;
    if (channel.moduleBusHertz <= 0)
        return clock * channel.bits;
    const int bytes = (channel.bits + 7) / 8;
    return i2cWriteSeconds(1, channel.moduleBusHertz)
        + i2cWriteSeconds(bytes, channel.moduleBusHertz); // reading takes as many clocks
}

ChannelRun::ChannelRun(const PlainChannel& channel, std::uint64_t seed)
    : m_numberKind(channel.numberKind)
    , m_unit(channel.unit)
    , m_converter(converterOf(channel))
    , m_truth(truthOf(channel, seed))
    , m_scaling(scalingOf(channel))
    , m_chain(channel.steps, channel.numberKind)
{
    if (channel.source.kind == SourceKind::Waveform)
        m_beats.emplace(ticksFromSeconds(inSi(channel.source.waveform.refractory)));
}

double ChannelRun::disturbedPin(Ticks at, double volts, const Disturbance& d) const
{
    volts += m_truth.noiseVolts * d.noiseDeviate;
    if (d.faults == nullptr)
        return volts;
    volts = d.faults->lasting(inSeconds(at), volts, m_truth.reference);
    return d.isNoisy ? d.faults->disturbed(inSeconds(at), d.slot, volts) : volts;
}

StageValues ChannelRun::accept(Tap tap, Ticks at, double value, const Disturbance& disturbance)
{
    assert(!m_started || at >= m_lastAt);
    StageValues s;
    switch (tap) {
    case Tap::World:
        s.world = value;
        value = pinVolts(m_truth.input, value);
        [[fallthrough]];
    case Tap::Pin:
        s.pin = value = disturbedPin(at, value, disturbance);
        value = std::isnan(value) ? value
                                  : static_cast<double>(codeOf(
                                      m_converter, value + m_truth.offsetVolts, m_truth.reference));
        [[fallthrough]];
    case Tap::Reading:
        s.reading = value;
        if (m_beats)
            value = m_beats->feed(at, value);
        value = toSi(scaledCode(m_scaling, m_numberKind, value), m_unit);
        [[fallthrough]];
    case Tap::Scaled:
        s.scaled = value;
        value = toSi(
            m_chain.feed(m_started ? inSeconds(at - m_lastAt) : 0, fromSi(value, m_unit)), m_unit);
        [[fallthrough]];
    case Tap::Smoothed:
        s.smoothed = value;
    }
    m_lastAt = at;
    m_started = true;
    return s;
}

} // namespace fern
