#include "run/sampled_source.h"

#include "base/time_zone.h"
#include "reading/debouncer.h"
#include "reading/ladder.h"
#include "run/control_source.h"
#include "world/device.h"
#include "world/lane_events.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace fern {

namespace {

/// The truth at an instant, whatever the sensor shows.
double truthAt(const PlainChannel& channel, Ticks now)
{
    return polylineAt(channel.lane, inSeconds(now));
}

/// What a counter of so many bits holds; 0: it never rolls over.
std::int64_t rolledOver(std::int64_t count, int bits)
{
    return bits > 0 && bits < 63 ? count % (std::int64_t{1} << bits) : count;
}

/// The volts of a beat over its phase, 0 at the foot and 1 at the top: a steep rise, a slow fall
/// with a notch.
double beatShape(double phase)
{
    static constexpr std::array<CurvePoint, 8> shape{{{0, 0}, {0.06, 0.35}, {0.14, 1}, {0.22, 0.9},
        {0.38, 0.42}, {0.44, 0.5}, {0.7, 0.12}, {1, 0}}};
    return polylineAt(shape, phase);
}

class WaveformSource : public SampledSource {
public:
    WaveformSource(const PlainChannel& channel, const PlainInstrument& instrument)
        : m_channel(channel)
        , m_faults(channel.faults, instrument.seed, channel.id)
        , m_beats(pulseTrainOf(channel, instrument))
        , m_base(inSi(channel.source.waveform.base))
        , m_swing(inSi(channel.source.waveform.swing))
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<WaveformSource>(*this);
    }
    void follow(const PlainChannel& channel, const PlainInstrument& instrument) override
    {
        m_channel.lane = channel.lane;
        m_beats = pulseTrainOf(channel, instrument);
    }
    Sampling sample(Ticks now) override
    {
        const double phase = m_beats.phaseAt(m_faults.seenSeconds(inSeconds(now)));
        return {Tap::Pin, m_base + m_swing * beatShape(phase - std::floor(phase)),
            truthAt(m_channel, now)};
    }

private:
    PlainChannel m_channel;
    Faults m_faults;
    PulseTrain m_beats;
    double m_base, m_swing; ///< volts
};

class LadderSource : public SampledSource {
public:
    LadderSource(const PlainChannel& channel, std::uint64_t seed)
        : m_channel(channel)
        , m_windows(ladderWindows(channel.source.ladder, converterOf(channel)))
        , m_faults(channel.faults, seed, channel.id)
    {
        // Each resistor of this specimen has its own error: first the pull-up, which all keys
        // share.
        const auto& ladder = channel.source.ladder;
        const RandomStream draws(seed, channel.id, "tolerances");
        const auto factor = [&](std::size_t part) {
            return 1 + ladder.tolerancePercent / 100 * draws.symmetric(part);
        };
        m_ohms = ohmsOf(ladder);
        m_ohms.pullUp *= factor(0);
        for (std::size_t i = 0; i < m_ohms.keys.size(); ++i)
            m_ohms.keys[i] *= factor(i + 1);
        m_ohms.pullDown *= factor(m_ohms.keys.size() + 1);
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<LadderSource>(*this);
    }
    void follow(const PlainChannel& channel, const PlainInstrument& /*instrument*/) override
    {
        m_channel.events = channel.events;
    }
    Sampling sample(Ticks now) override
    {
        constexpr double mains = 50; // hertz
        const auto& ladder = m_channel.source.ladder;
        const double seconds = m_faults.seenSeconds(inSeconds(now));
        const double share = ladderShare(ladder, m_ohms, pressedAt(seconds));
        return {Tap::Pin,
            std::isnan(share) ? floatingVolts(seconds, m_channel.reference, mains, m_faults.phase())
                              : share * m_channel.reference,
            notThere};
    }
    std::string newCode(Ticks /*now*/, double reading) override
    {
        // Two samples alike: a key that is being pressed passes through other windows.
        const auto window = std::find_if(m_windows.begin(), m_windows.end(),
            [&](const LadderWindow& w) { return reading >= w.from && reading <= w.to; });
        const std::string name = window == m_windows.end() ? std::string() : window->name;
        const bool isSettled = name == m_candidate;
        m_candidate = name;
        if (!isSettled || name == m_last)
            return {};
        return m_last = name;
    }

private:
    std::vector<std::size_t> pressedAt(double seconds) const
    {
        std::vector<std::size_t> pressed;
        const auto& keys = m_channel.source.ladder.keys;
        for (const auto& name : keysDown(m_channel.events, seconds))
            for (std::size_t i = 0; i < keys.size(); ++i)
                if (keys[i].name == name)
                    pressed.push_back(i);
        return pressed;
    }

    PlainChannel m_channel;
    std::vector<LadderWindow> m_windows;
    Faults m_faults;
    LadderOhms m_ohms;
    std::string m_candidate;
    std::string m_last;
};

class PulseSource : public SampledSource {
public:
    PulseSource(const PlainChannel& channel, const PlainInstrument& instrument, Ticks start)
        : m_channel(channel)
        , m_faults(channel.faults, instrument.seed, channel.id)
        , m_train(pulseTrainOf(channel, instrument))
        , m_perSi(channel.source.pulses.perUnit * differenceFromSi(1, channel.unit))
        , m_timeOut(inSi(channel.source.pulses.timeOut))
        , m_counter(channel.source.pulses)
        , m_until(start)
        , m_isPolled(channel.source.pulses.input == PulseInput::Polled
              || channel.source.pulses.means == CountMeans::EachLook)
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<PulseSource>(*this);
    }
    void follow(const PlainChannel& channel, const PlainInstrument& instrument) override
    {
        m_channel.lane = channel.lane;
        m_train = pulseTrainOf(channel, instrument);
    }
    Sampling sample(Ticks now) override
    {
        if (!m_isPolled) {
            m_counter.interrupt(interrupting(edgesUntil(now), m_blinds));
            std::erase_if(m_blinds, [&](const Blind& blind) { return blind.to <= now; });
        }
        const auto since = m_counter.count() - std::exchange(m_atLastSample, m_counter.count());
        const bool isRate = m_channel.source.pulses.gives == PulseGives::Rate;
        return {Tap::Reading,
            isRate ? rateReading(now, static_cast<double>(since))
                   : static_cast<double>(
                       rolledOver(m_counter.count(), m_channel.source.pulses.counterBits)),
            truth(now), m_counter.count(), m_counter.recent()};
    }
    double interruptsPerSecond(Ticks now) const override
    {
        if (m_isPolled)
            return 0;
        const double hertz = hertzAt(inSeconds(now));
        return m_channel.source.pulses.means == CountMeans::EachChange ? 2 * hertz : hertz;
    }
    void blind(const Blind& blind) override
    {
        if (!m_isPolled)
            m_blinds.push_back(blind);
    }
    void look(const Looks& looks) override
    {
        if (m_isPolled)
            m_counter.look(edgesUntil(looks.last), looks);
    }

private:
    double hertzAt(double seconds) const
    {
        constexpr double moment = 1e-3; // seconds, over which the rate is taken
        return (m_train.phaseAt(seconds + moment) - m_train.phaseAt(seconds)) / moment;
    }
    /// Of a wheel that another channel's course turns it follows from the true pulses.
    double truth(Ticks now) const
    {
        if (!m_channel.wheel)
            return truthAt(m_channel, now);
        const double seconds = inSeconds(now);
        return (m_channel.source.pulses.gives == PulseGives::Rate ? hertzAt(seconds)
                                                                  : m_train.phaseAt(seconds))
            / m_perSi;
    }
    /// Pulses in the gate: counted, or as many as the last period makes.
    double rateReading(Ticks now, double counted) const
    {
        const auto& p = m_channel.source.pulses;
        const double gate = inSeconds(m_channel.sampleEvery);
        const bool isFast = counted / gate >= crossoverHertz(gate, m_channel.timerTick);
        if (p.measure == PulseMeasure::Gate || (p.measure == PulseMeasure::Automatic && isFast))
            return counted;
        if (m_counter.count() < 2)
            return 0;
        const double waited = inSeconds(now - m_counter.lastCounted());
        if (m_timeOut > 0 && waited > m_timeOut)
            return 0;
        // The clock tells whole ticks.
        const double ticks =
            std::max(1.0, std::floor(inSeconds(m_counter.lastPeriod()) / m_channel.timerTick));
        return gate / (ticks * m_channel.timerTick);
    }
    std::vector<Edge> edgesUntil(Ticks now)
    {
        if (now <= m_until)
            return {};
        auto edges = m_train.edges(m_until, now);
        m_until = now;
        // A broken wire or a stuck sensor brings no edges.
        std::erase_if(edges, [&](const Edge& e) {
            const double at = inSeconds(e.at);
            return m_faults.isOn(FaultKind::Stuck, at) || m_faults.isOn(FaultKind::Silence, at);
        });
        return edges;
    }

    PlainChannel m_channel;
    Faults m_faults;
    PulseTrain m_train;
    double m_perSi; ///< pulses, or hertz, for one of the channel's SI unit
    double m_timeOut; ///< seconds; 0: none
    PulseCounter m_counter;
    std::vector<Blind> m_blinds; ///< that have not passed yet
    Ticks m_until;
    bool m_isPolled;
    std::int64_t m_atLastSample = 0;
};

class SwitchSource : public SampledSource {
public:
    SwitchSource(const PlainChannel& channel, std::uint64_t seed)
        : m_channel(channel)
        , m_faults(channel.faults, seed, channel.id)
        , m_bounces(seed, channel.id, "bounce")
        , m_bounceSeconds(inSi(channel.source.contact.bounce))
        , m_debouncer(ticksFromSeconds(inSi(channel.source.contact.debounce)))
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<SwitchSource>(*this);
    }
    void follow(const PlainChannel& channel, const PlainInstrument& /*instrument*/) override
    {
        m_channel.events = channel.events;
    }
    Sampling sample(Ticks now) override
    {
        const double seconds = m_faults.seenSeconds(inSeconds(now));
        bool isClosed = false;
        if (const auto* event = eventAt(m_channel.events, seconds)) {
            isClosed = event->what == "on";
            // While it bounces, the contact is open or closed by chance, half a millisecond long.
            const double since = seconds - event->at;
            if (since < m_bounceSeconds)
                isClosed =
                    (m_bounces.bits(static_cast<std::uint64_t>((event->at + since) / 0.5e-3)) & 1U)
                    != 0;
        }
        return {Tap::Reading, isClosed ? 1.0 : 0.0, isClosed ? 1.0 : 0.0};
    }
    std::string newCode(Ticks now, double reading) override
    {
        const bool isClosed = m_debouncer.feed(now, reading > 0);
        return std::exchange(m_last, isClosed) == isClosed ? std::string()
            : isClosed                                     ? "on"
                                                           : "off";
    }

private:
    PlainChannel m_channel;
    Faults m_faults;
    RandomStream m_bounces;
    double m_bounceSeconds;
    Debouncer m_debouncer;
    bool m_last = false;
};

class ClockSource : public SampledSource {
public:
    ClockSource(const PlainChannel& channel, std::int64_t startEpoch)
        : m_drift(channel.source.clock.driftPpm * 1e-6)
        , m_setEvery(channel.source.clock.setBy == ClockSetBy::Hand
                  ? 0
                  : inSi(channel.source.clock.setEvery))
        , m_start(startEpoch)
    {
        if (const auto rule = parseZoneRule(channel.source.clock.zone))
            m_rule = *rule;
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<ClockSource>(*this);
    }
    /// Seconds since local midnight.
    Sampling sample(Ticks now) override
    {
        const auto local = [&](double seconds) {
            const double whole = std::floor(seconds);
            const auto epoch = m_start + static_cast<std::int64_t>(whole);
            const auto day = (epoch + offsetAt(m_rule, epoch)) % 86400;
            return static_cast<double>((day + 86400) % 86400) + (seconds - whole);
        };
        const double seconds = inSeconds(now);
        const double sinceSet = m_setEvery > 0 ? std::fmod(seconds, m_setEvery) : seconds;
        return {Tap::Reading, local(seconds + sinceSet * m_drift), local(seconds)};
    }

private:
    double m_drift;
    double m_setEvery; ///< seconds; 0: only when it was set by hand
    std::int64_t m_start;
    ZoneRule m_rule;
};

/// Milliseconds since the board was switched on.
class UptimeSource : public SampledSource {
public:
    explicit UptimeSource(const UptimeSpec& uptime)
        : m_bits(uptime.counterBits)
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<UptimeSource>(*this);
    }
    Sampling sample(Ticks now) override
    {
        constexpr std::int64_t perMillisecond = 1'000'000;
        return {Tap::Reading, static_cast<double>(rolledOver(now.ns / perMillisecond, m_bits)),
            inSeconds(now)};
    }

private:
    int m_bits;
};

/// The board's name or address on its network, once it has joined it.
class NetworkSource : public SampledSource {
public:
    explicit NetworkSource(const PlainChannel& channel)
    {
        if (!channel.network)
            return;
        m_joins = ticksFromSeconds(inSi(channel.network->joins));
        m_text = channel.source.network == NetworkGives::Name ? channel.network->name
                                                              : channel.network->address;
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<NetworkSource>(*this);
    }
    Sampling sample(Ticks now) override { return {Tap::Reading, now >= m_joins ? 1.0 : 0.0}; }
    std::string newCode(Ticks /*now*/, double reading) override
    {
        return reading > 0 ? std::exchange(m_text, {}) : std::string();
    }

private:
    Ticks m_joins;
    std::string m_text; ///< that has not been told yet
};

} // namespace

PulseTrain pulseTrainOf(const PlainChannel& channel, const PlainInstrument& instrument)
{
    const auto& turned = channel.wheel ? instrument.channels[*channel.wheel] : channel;
    PulseTrainSetting setting;
    if (turned.source.kind == SourceKind::Pulses) {
        const auto& pulses = turned.source.pulses;
        setting.gives = pulses.gives;
        setting.perUnit = pulses.perUnit * differenceFromSi(1, turned.unit);
        setting.duty = pulses.dutyPercent / 100;
        setting.bounceSeconds = inSi(pulses.bounce);
    }
    return {turned.lane, setting, instrument.seed, turned.id};
}

std::unique_ptr<SampledSource> makeSampledSource(
    const PlainChannel& channel, const PlainInstrument& instrument, Ticks start)
{
    switch (channel.source.kind) {
    case SourceKind::Encoder:
        return makeEncoderSource(channel, start);
    case SourceKind::KeyMatrix:
        return makeMatrixSource(channel, instrument.seed);
    case SourceKind::Waveform:
        return std::make_unique<WaveformSource>(channel, instrument);
    case SourceKind::KeyLadder:
        return std::make_unique<LadderSource>(channel, instrument.seed);
    case SourceKind::Pulses:
        return std::make_unique<PulseSource>(channel, instrument, start);
    case SourceKind::Switch:
        return std::make_unique<SwitchSource>(channel, instrument.seed);
    case SourceKind::Clock:
        return std::make_unique<ClockSource>(channel, instrument.startEpoch);
    case SourceKind::Uptime:
        return std::make_unique<UptimeSource>(channel.source.uptime);
    case SourceKind::Network:
        return std::make_unique<NetworkSource>(channel);
    case SourceKind::Analog:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Receiver:
    case SourceKind::Lines:
    case SourceKind::Words:
    case SourceKind::Node:
    case SourceKind::Computer:
    case SourceKind::Derived:
        break;
    }
    return nullptr;
}

bool remembersEverything(const PlainChannel& channel)
{
    const auto& source = channel.source;
    return (givesCodes(source.kind) && source.kind != SourceKind::Network)
        || source.kind == SourceKind::Encoder
        || (source.kind == SourceKind::Pulses && source.pulses.gives == PulseGives::Total)
        || (source.kind == SourceKind::Derived && source.derived.kind != DerivedKind::Formula
            && source.derived.kind != DerivedKind::Next);
}

bool remembersEverything(const PlainInstrument& instrument)
{
    // Whether there ever was a value decides what a page waits for.
    const auto waits = [](const PlainPage& page) {
        return page.when.comes == PageComes::Searching || page.when.comes == PageComes::NoDevice;
    };
    return std::any_of(instrument.channels.begin(), instrument.channels.end(),
               [](const PlainChannel& c) { return remembersEverything(c); })
        || std::any_of(instrument.displays.begin(), instrument.displays.end(),
            [&](const PlainDisplay& display) {
                return std::any_of(display.pages.begin(), display.pages.end(), waits);
            });
}

} // namespace fern
