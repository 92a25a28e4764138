#include "run/channel_run.h"

#include <cassert>
#include <cmath>

namespace fern {

namespace {

AnalogTruth truthOf(const PlainChannel& c, std::uint64_t seed)
{
    const AnalogNominal nominal{c.r1, c.r2, c.resistorTolerancePercent, c.reference,
        c.referenceTolerancePercent, c.offsetLsb, c.noiseLsb,
        voltsOf(converterOf(c), 1, c.reference)};
    return drawTruth(nominal, seed, c.id);
}

} // namespace

Converter converterOf(const PlainChannel& channel)
{
    return {channel.bits, channel.school};
}

LinearScaling scalingOf(const PlainChannel& channel)
{
    return scalingFromParts(converterOf(channel), channel.reference, channel.r1, channel.r2);
}

ChannelRun::ChannelRun(const PlainChannel& channel, std::uint64_t seed)
    : m_numberKind(channel.numberKind)
    , m_converter(converterOf(channel))
    , m_truth(truthOf(channel, seed))
    , m_scaling(scalingOf(channel))
    , m_chain(channel.steps, channel.numberKind)
{
}

double ChannelRun::scaled(double code) const
{
    if (m_numberKind == NumberKind::Float32)
        return static_cast<double>(f32::ft_linear(static_cast<float>(code),
            static_cast<float>(m_scaling.gain), static_cast<float>(m_scaling.offset)));
    return f64::ft_linear(code, m_scaling.gain, m_scaling.offset);
}

StageValues ChannelRun::accept(Tap tap, Ticks at, double value, double noiseDeviate)
{
    assert(!m_started || at >= m_lastAt);
    StageValues s;
    switch (tap) {
    case Tap::World:
        s.world = value;
        value = value * m_truth.ratio + m_truth.noiseVolts * noiseDeviate;
        [[fallthrough]];
    case Tap::Pin:
        s.pin = value;
        value = std::isnan(value) ? value
                                  : static_cast<double>(codeOf(
                                      m_converter, value + m_truth.offsetVolts, m_truth.reference));
        [[fallthrough]];
    case Tap::Reading:
        s.reading = value;
        value = scaled(value);
        [[fallthrough]];
    case Tap::Scaled:
        s.scaled = value;
        value = m_chain.feed(m_started ? inSeconds(at - m_lastAt) : 0, value);
        [[fallthrough]];
    case Tap::Smoothed:
        s.smoothed = value;
    }
    m_lastAt = at;
    m_started = true;
    return s;
}

} // namespace fern
