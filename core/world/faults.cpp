#include "world/faults.h"

#include "curves/sine.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace fern {

namespace {

/// What a capacitor lets through of a spike, which lasts about a millisecond (common practice).
double spikeShare(double timeConstant)
{
    constexpr double lasts = 1e-3;
    return timeConstant > 0 ? 1 - std::exp(-lasts / timeConstant) : 1;
}

} // namespace

Faults::Faults(std::vector<FaultSpec> faults, std::uint64_t seed, std::string_view channel)
    : m_faults(std::move(faults))
    , m_noise(seed, channel, "fault noise")
    , m_chance(seed, channel, "fault chance")
    , m_phase(RandomStream(seed, channel, "fault phase").uniform(0))
{
}

const FaultSpec* Faults::find(FaultKind kind, double seconds) const
{
    const auto found = std::find_if(m_faults.begin(), m_faults.end(),
        [&](const FaultSpec& f) { return f.kind == kind && seconds >= f.from && seconds < f.to; });
    return found == m_faults.end() ? nullptr : &*found;
}

double Faults::hum(double seconds, double hertz, double timeConstant) const
{
    const double radians = 2 * std::numbers::pi * hertz * timeConstant;
    return sineOfTurns(seconds * hertz + m_phase - std::atan(radians) / (2 * std::numbers::pi))
        / std::sqrt(1 + radians * radians);
}

double Faults::seenSeconds(double seconds) const
{
    const auto* stuck = find(FaultKind::Stuck, seconds);
    return stuck == nullptr ? seconds : stuck->from;
}

double Faults::lasting(double seconds, double volts, double reference, const PinHold& hold) const
{
    if (const auto* drift = find(FaultKind::Drift, seconds))
        volts += inSi(drift->amount) * (seconds - drift->from) / 60;
    if (const auto* floating = find(FaultKind::Floating, seconds)) {
        // A high-impedance pin drifts about the middle and couples the mains.
        const double wander = 0.6 * sineOfTurns(seconds / 7 + m_phase)
            + 0.4 * sineOfTurns(seconds / 2.3 + 3 * m_phase);
        const double open =
            reference * (0.45 + 0.15 * wander + 0.12 * hum(seconds, floating->hertz));
        // Leakage and stray coupling stand behind some 10 MΩ (common practice).
        constexpr double strayOhms = 10e6;
        const double share = strayOhms / (strayOhms + hold.ohms);
        volts = std::isinf(hold.ohms) ? open : open + share * (hold.volts - open);
    }
    return volts;
}

double Faults::disturbed(
    double seconds, std::int64_t index, double volts, double timeConstant) const
{
    const auto at = static_cast<std::uint64_t>(index);
    if (const auto* noise = find(FaultKind::Noise, seconds))
        volts += inSi(noise->amount) * m_noise.normal(at);
    if (const auto* mains = find(FaultKind::Hum, seconds))
        volts += inSi(mains->amount) * hum(seconds, mains->hertz, timeConstant);
    if (const auto* spikes = find(FaultKind::Spikes, seconds))
        if (m_chance.uniform(at) < spikes->share)
            volts += spikeShare(timeConstant)
                * (m_noise.symmetric(at + (1ULL << 40U)) < 0 ? -inSi(spikes->amount)
                                                             : inSi(spikes->amount));
    if (const auto* open = find(FaultKind::Dropouts, seconds))
        if (m_chance.uniform(at + (1ULL << 41U)) < open->share)
            volts = 0;
    return volts;
}

bool Faults::isDamaged(double seconds, std::int64_t index) const
{
    const auto* garbage = find(FaultKind::Garbage, seconds);
    return garbage != nullptr
        && m_chance.uniform(static_cast<std::uint64_t>(index)) < garbage->share;
}

} // namespace fern
