#include "run/channel_run.h"

#include "reading/counting.h"
#include "reading/ladder.h"
#include "timing/bus.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <utility>

namespace fern {

namespace {

AnalogTruth truthOf(const PlainChannel& c, std::uint64_t seed)
{
    const AnalogNominal nominal{c.input, c.sourceOhms, c.sensorTolerancePercent,
        c.resistorTolerancePercent, c.reference,
        // A key ladder hangs on the reference, whose error cancels.
        c.source.kind == SourceKind::KeyLadder ? 0 : c.referenceTolerancePercent, c.offsetLsb,
        c.nonlinearityLsb, c.noiseLsb,
        voltsOf(converterOf(c), converterOf(c).stepCodes(), c.reference)};
    return drawTruth(nominal, seed, c.id);
}

/// What holds the pin when the sensor's wire is off.
PinHold holdOf(const PlainChannel& c, const AnalogInput& truth)
{
    if (c.source.kind == SourceKind::KeyLadder) {
        const auto& ladder = c.source.ladder;
        const auto ohms = ohmsOf(ladder);
        const double share = ladderShare(ladder, ohms, {});
        if (std::isnan(share))
            return {};
        return {ohms.pullUp > 0 && ohms.pullDown > 0
                ? ohms.pullUp * ohms.pullDown / (ohms.pullUp + ohms.pullDown)
                : ohms.pullUp + ohms.pullDown,
            share * c.reference};
    }
    if (!c.isAnalog())
        return {};
    switch (truth.frontEnd) {
    case FrontEndKind::Divider:
        return {truth.r2, 0};
    case FrontEndKind::SensorAbove:
        return {truth.fixed, 0};
    case FrontEndKind::SensorBelow:
        break;
    }
    return {truth.fixed, truth.supply};
}

} // namespace

Converter converterOf(const PlainChannel& channel)
{
    return {channel.bits, channel.school, channel.form, channel.realBits, channel.widening};
}

Scaling scalingOf(const PlainChannel& channel)
{
    const bool isFromParts = channel.scaling.kind == ScalingKind::FromParts;
    if (!isFromParts && channel.scaling.kind != ScalingKind::SteinhartHart)
        return scalingOf(channel.scaling, channel.unit);
    auto scaling = nominalScalingOf(channel);
    if (!isFromParts)
        scaling = ofFrontEnd(scaling, channel.scaling.steinhartHart, channel.input.fixed);
    scaling.offset -= channel.scaling.tare;
    return scaling;
}

Scaling nominalScalingOf(const PlainChannel& channel)
{
    if (!channel.isAnalog()) {
        Scaling scaling;
        const auto change = unitChange(channel.readingUnit, channel.unit);
        scaling.gain = change.gain;
        scaling.offset = change.offset;
        if (channel.source.kind == SourceKind::Pulses) {
            const auto& pulses = channel.source.pulses;
            scaling.gain = 1 / pulses.perUnit;
            if (pulses.gives == PulseGives::Rate)
                scaling.gain /= inSeconds(channel.sampleEvery);
        } else if (channel.source.kind == SourceKind::Encoder) {
            scaling.gain = 1 / channel.source.encoder.perUnit;
        }
        return scaling;
    }
    return scalingFromParts(converterOf(channel), channel.reference, channel.input, channel.unit);
}

ReadingRange readingsOf(const PlainChannel& channel)
{
    if (isConverted(channel.source.kind)) {
        const auto converter = converterOf(channel);
        return {static_cast<double>(converter.bottomCode()),
            static_cast<double>(converter.topCode()), static_cast<double>(converter.stepCodes())};
    }
    const double high = nominalReading(channel, channel.to);
    if (channel.source.kind == SourceKind::Pulses)
        return {0, std::ceil(high) + 1, 1};
    const double low = nominalReading(channel, channel.from);
    if (channel.source.kind == SourceKind::Encoder)
        return {std::floor(std::min(low, high)), std::ceil(std::max(low, high)), 1};
    return {std::min(low, high), std::max(low, high),
        differenceFromSi(channel.resolution, channel.readingUnit)};
}

/// The smallest change of a pulse reading: one pulse, or as a period one tick of the clock.
double pulseStep(const PlainChannel& channel, double pulsesInGate)
{
    const auto& p = channel.source.pulses;
    if (p.gives != PulseGives::Rate || p.measure == PulseMeasure::Gate)
        return 1;
    // Below one pulse in its time-out it stands still; above, a slower one is told the finer.
    const double gate = inSeconds(channel.sampleEvery);
    const double slowest = inSi(p.timeOut) > 0 ? 1 / inSi(p.timeOut) : 0;
    const double hertz = std::max(pulsesInGate / gate, slowest);
    const double timed = hertz * gate * periodError(hertz, channel.timerTick);
    return p.measure == PulseMeasure::Automatic ? std::min(1.0, timed) : timed;
}

double countAt(const PlainChannel& channel, double quantity)
{
    const bool isPulses = channel.source.kind == SourceKind::Pulses;
    if (channel.scaling.kind != ScalingKind::FromParts && (channel.isAnalog() || isPulses)) {
        const auto readings = readingsOf(channel);
        const auto scaling = scalingOf(channel);
        const auto reading =
            readingFor(scaling, fromSi(quantity, channel.unit), readings.least, readings.most);
        const double from = std::clamp(reading.value_or((readings.least + readings.most) / 2),
            readings.least, readings.most - readings.step);
        return std::fabs(
            toSi(scaledCode(scaling, NumberKind::Float64, from + readings.step), channel.unit)
            - toSi(scaledCode(scaling, NumberKind::Float64, from), channel.unit));
    }
    if (isPulses) {
        const double pulse = differenceToSi(nominalScalingOf(channel).gain, channel.unit);
        return pulse * pulseStep(channel, nominalReading(channel, quantity));
    }
    if (channel.source.kind == SourceKind::Encoder) // one detent
        return differenceToSi(nominalScalingOf(channel).gain, channel.unit);
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

double nominalReading(const PlainChannel& channel, double quantity)
{
    if (isConverted(channel.source.kind))
        return static_cast<double>(nominalCode(channel, quantity));
    const auto nominal = nominalScalingOf(channel);
    return (fromSi(quantity, channel.unit) - nominal.offset) / nominal.gain;
}

std::vector<StepSpec> runningSteps(const PlainChannel& channel)
{
    auto steps = channel.steps;
    const double perUnit = differenceToSi(1, channel.unit);
    for (auto& step : steps)
        if (step.kind == StepKind::SpikeGate && step.least == 0) {
            const double count = countAt(channel, (channel.from + channel.to) / 2) / perUnit;
            step.least = std::isfinite(count) ? count : 0;
        }
    return steps;
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

double askSeconds(const PlainChannel& channel)
{
    return channel.moduleBusHertz > 0 ? i2cWriteSeconds(3, channel.moduleBusHertz) : 0;
}

ChannelRun::ChannelRun(const PlainChannel& channel, std::uint64_t seed)
    : m_numberKind(channel.numberKind)
    , m_isConverted(channel.isAnalog())
    , m_pinFarad(channel.pinFarad)
    , m_unit(channel.unit)
    , m_converter(converterOf(channel))
    , m_truth(truthOf(channel, seed))
    , m_scaling(scalingOf(channel))
    , m_chain(runningSteps(channel), channel.numberKind)
{
    m_hold = holdOf(channel, m_truth.input);
    if (channel.source.kind == SourceKind::Waveform)
        m_beats.emplace(ticksFromSeconds(inSi(channel.source.waveform.refractory)),
            inSi(channel.source.waveform.slowest), inSi(channel.source.waveform.fastest));
}

double ChannelRun::disturbedPin(Ticks at, double volts, const Disturbance& d) const
{
    volts += m_truth.noiseVolts * d.noiseDeviate;
    if (d.faults == nullptr)
        return volts;
    volts = d.faults->lasting(inSeconds(at), volts, m_truth.reference, m_hold);
    return d.isNoisy ? d.faults->disturbed(inSeconds(at), d.slot, volts, m_timeConstant) : volts;
}

double ChannelRun::convertedVolts(double volts, const Disturbance& d) const
{
    if (d.otherShare > 0 && !std::isnan(d.otherVolts))
        volts += (d.otherVolts - volts) * d.otherShare;
    return volts + m_truth.offsetVolts + nonlinearityAt(m_truth, volts);
}

double ChannelRun::lowPassed(Ticks at, double volts)
{
    const double seconds = inSeconds(at - std::exchange(m_lastPinAt, at));
    const double before = std::exchange(m_sourceVolts, volts);
    if (m_timeConstant <= 0 || seconds <= 0 || std::isnan(before) || std::isnan(m_pinVolts))
        return m_pinVolts = volts;
    // The exact answer of the resistor and the capacitor to a straight line between the samples.
    const double lag = (volts - before) / seconds * m_timeConstant;
    return m_pinVolts =
               volts - lag + (m_pinVolts - before + lag) * std::exp(-seconds / m_timeConstant);
}

StageValues ChannelRun::accept(Tap tap, Ticks at, double value, const Disturbance& disturbance)
{
    assert(!m_started || at >= m_lastAt);
    StageValues s;
    const auto pinAt = disturbance.converted.value_or(at);
    if (tap == Tap::World && !m_isConverted) {
        s.world = value; // what a device tells is the value itself
        tap = Tap::Scaled;
    }
    switch (tap) {
    case Tap::World:
        s.world = value;
        m_timeConstant = sourceResistance(m_truth.input, value) * m_pinFarad;
        value = lowPassed(pinAt, pinVolts(m_truth.input, value));
        [[fallthrough]];
    case Tap::Pin:
        s.pin = value = disturbedPin(pinAt, value, disturbance);
        value = std::isnan(value) ? value
                                  : static_cast<double>(codeOf(m_converter,
                                      convertedVolts(value, disturbance), m_truth.reference));
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
