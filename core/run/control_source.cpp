#include "run/control_source.h"

#include "curves/polyline.h"
#include "reading/key_matrix.h"
#include "reading/quadrature_decoder.h"
#include "world/lane_events.h"
#include "world/quadrature.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

class EncoderSource : public SampledSource {
public:
    EncoderSource(const PlainChannel& channel, Ticks start)
        : m_channel(channel)
        , m_perUnit(channel.source.encoder.perUnit * channel.source.encoder.edgesPerDetent
              * differenceFromSi(1, channel.unit))
        , m_until(start)
        , m_quarter(quarterAt(channel.lane, m_perUnit, inSeconds(start)))
        , m_decoder(m_quarter)
        , m_begin(m_quarter)
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<EncoderSource>(*this);
    }
    void follow(const PlainChannel& channel, const PlainInstrument& /*instrument*/) override
    {
        m_channel.lane = channel.lane;
    }
    Sampling sample(Ticks now) override
    {
        if (m_channel.source.encoder.input == PulseInput::Interrupt)
            interruptUntil(now);
        const auto per = m_channel.source.encoder.edgesPerDetent;
        const auto edges = static_cast<double>(m_begin + m_decoder.count());
        return {Tap::Reading, std::floor(edges / per + 0.5),
            polylineAt(m_channel.lane, inSeconds(now))};
    }
    void look(const Looks& looks) override
    {
        if (m_channel.source.encoder.input == PulseInput::Interrupt)
            return;
        // Only the looks behind an edge see something new.
        for (const auto& edge : edgesUntil(looks.last)) {
            const auto passed = edge.at <= looks.first
                ? std::int64_t{0}
                : (edge.at - looks.first + looks.every - Ticks{1}) / looks.every;
            const auto at = std::min(looks.last, looks.first + looks.every * passed);
            if (m_lookAt && *m_lookAt < at)
                m_decoder.look(m_quarter);
            m_lookAt = at;
            m_quarter = edge.quarter;
        }
        lookUntil(looks.last);
    }
    void blind(const Blind& blind) override
    {
        if (m_channel.source.encoder.input == PulseInput::Interrupt)
            m_blinds.push_back(blind);
    }
    double interruptsPerSecond(Ticks now) const override
    {
        constexpr double moment = 1e-3; // seconds, over which the rate is taken
        if (m_channel.source.encoder.input != PulseInput::Interrupt)
            return 0;
        const double seconds = inSeconds(now);
        return std::fabs(polylineAt(m_channel.lane, seconds + moment)
                   - polylineAt(m_channel.lane, seconds))
            * m_perUnit / moment;
    }

private:
    std::vector<QuadratureEdge> edgesUntil(Ticks to)
    {
        if (to <= m_until)
            return {};
        auto edges = quadratureEdges(m_channel.lane, m_perUnit, m_until, to);
        m_until = to;
        return edges;
    }
    /// A look that is due sees where the shaft stands.
    void lookUntil(Ticks now)
    {
        if (m_lookAt && *m_lookAt <= now) {
            m_decoder.look(m_quarter);
            m_lookAt.reset();
        }
    }
    /// Each edge interrupts; those while interrupts are off are seen together when they are on
    /// again.
    void interruptUntil(Ticks now)
    {
        for (const auto& edge : edgesUntil(now)) {
            if (m_lookAt && edge.at > *m_lookAt) {
                m_decoder.look(m_quarter);
                m_lookAt.reset();
            }
            m_quarter = edge.quarter;
            const auto blind = std::find_if(m_blinds.begin(), m_blinds.end(),
                [&](const Blind& b) { return edge.at >= b.from && edge.at < b.to; });
            if (blind == m_blinds.end())
                m_decoder.look(m_quarter);
            else
                m_lookAt = blind->to;
        }
        lookUntil(now);
        std::erase_if(m_blinds, [&](const Blind& blind) { return blind.to <= now; });
    }

    PlainChannel m_channel;
    double m_perUnit; ///< edges for one SI unit
    Ticks m_until;
    std::int64_t m_quarter; ///< where the shaft stands
    QuadratureDecoder m_decoder;
    std::int64_t m_begin; ///< edges that it stood at when it began
    std::optional<Ticks> m_lookAt; ///< the look that will see it
    std::vector<Blind> m_blinds;
};

class MatrixSource : public SampledSource {
public:
    MatrixSource(const PlainChannel& channel, std::uint64_t seed)
        : m_channel(channel)
        , m_keys(matrixKeys(channel.source.matrix))
        , m_faults(channel.faults, seed, channel.id)
        , m_bounces(seed, channel.id, "bounce")
        , m_bounce(inSi(channel.source.matrix.bounce))
        , m_debounce(ticksFromSeconds(inSi(channel.source.matrix.debounce)))
    {
    }
    std::unique_ptr<SampledSource> clone() const override
    {
        return std::make_unique<MatrixSource>(*this);
    }
    /// The number of the key that a scan sees first, from 1; 0 for none.
    void follow(const PlainChannel& channel, const PlainInstrument& /*instrument*/) override
    {
        m_channel.events = channel.events;
    }
    Sampling sample(Ticks now) override
    {
        const double seconds = m_faults.seenSeconds(inSeconds(now));
        const auto down = pressedAt(seconds);
        const auto seen =
            keysSeen(m_channel.source.matrix, isOpenByChance(seconds) ? Keys{} : down);
        const auto number = [](const Keys& keys) {
            return keys.empty() ? 0.0 : static_cast<double>(keys.front() + 1);
        };
        return {Tap::Reading, number(seen), number(down)};
    }
    std::string newCode(Ticks now, double reading) override
    {
        const auto name = reading >= 1 && reading <= static_cast<double>(m_keys.size())
            ? m_keys[static_cast<std::size_t>(reading) - 1]
            : std::string();
        if (name != m_candidate) {
            m_candidate = name;
            m_since = now;
        }
        if (now - m_since < m_debounce || name == m_last)
            return {};
        return m_last = name;
    }

private:
    using Keys = std::vector<std::size_t>;

    Keys pressedAt(double seconds) const
    {
        Keys pressed;
        for (const auto& name : keysDown(m_channel.events, seconds))
            for (std::size_t i = 0; i < m_keys.size(); ++i)
                if (!name.empty() && m_keys[i] == name)
                    pressed.push_back(i);
        std::sort(pressed.begin(), pressed.end());
        return pressed;
    }
    /// While a contact bounces it is open or closed by chance, half a millisecond long.
    bool isOpenByChance(double seconds) const
    {
        const auto* event = eventAt(m_channel.events, seconds);
        return event != nullptr && seconds < event->at + m_bounce
            && (m_bounces.bits(static_cast<std::uint64_t>(seconds / 0.5e-3)) & 1U) != 0;
    }

    PlainChannel m_channel;
    std::vector<std::string> m_keys;
    Faults m_faults;
    RandomStream m_bounces;
    double m_bounce; ///< seconds
    Ticks m_debounce;
    std::string m_candidate, m_last;
    Ticks m_since;
};

} // namespace

std::unique_ptr<SampledSource> makeEncoderSource(const PlainChannel& channel, Ticks start)
{
    return std::make_unique<EncoderSource>(channel, start);
}

std::unique_ptr<SampledSource> makeMatrixSource(const PlainChannel& channel, std::uint64_t seed)
{
    return std::make_unique<MatrixSource>(channel, seed);
}

} // namespace fern
