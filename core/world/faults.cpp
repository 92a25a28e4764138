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

double floatingVolts(double seconds, double reference, double hertz, double phase)
{
    const double wander =
        0.6 * sineOfTurns(seconds / 7 + phase) + 0.4 * sineOfTurns(seconds / 2.3 + 3 * phase);
    return reference * (0.45 + 0.15 * wander + 0.12 * sineOfTurns(seconds * hertz + phase));
}

Faults::Faults(const std::vector<FaultSpec>& faults, std::uint64_t seed, std::string_view channel)
    : m_noise(seed, channel, "fault noise")
    , m_chance(seed, channel, "fault chance")
    , m_phase(RandomStream(seed, channel, "fault phase").uniform(0))
{
    for (const auto& fault : faults)
        m_faults.push_back({fault, inSi(fault.amount)});
}

const Faults::Known* Faults::find(FaultKind kind, double seconds) const
{
    const auto found = std::find_if(m_faults.begin(), m_faults.end(), [&](const Known& fault) {
        const auto& f = fault.spec;
        return f.kind == kind && seconds >= f.from && seconds < f.to;
    });
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
    return stuck == nullptr ? seconds : stuck->spec.from;
}

double Faults::lasting(double seconds, double volts, double reference, const PinHold& hold) const
{
    if (const auto* drift = find(FaultKind::Drift, seconds))
        volts += drift->amount * (seconds - drift->spec.from) / 60;
    if (const auto* floating = find(FaultKind::Floating, seconds)) {
        const double open = floatingVolts(seconds, reference, floating->spec.hertz, m_phase);
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
        volts += noise->amount * m_noise.normal(at);
    if (const auto* mains = find(FaultKind::Hum, seconds))
        volts += mains->amount * hum(seconds, mains->spec.hertz, timeConstant);
    if (const auto* spikes = find(FaultKind::Spikes, seconds))
        if (m_chance.uniform(at) < spikes->spec.share)
            volts += spikeShare(timeConstant)
                * (m_noise.symmetric(at + (1ULL << 40U)) < 0 ? -spikes->amount : spikes->amount);
    if (const auto* open = find(FaultKind::Dropouts, seconds))
        if (m_chance.uniform(at + (1ULL << 41U)) < open->spec.share)
            volts = 0;
    return volts;
}

bool Faults::isDamaged(double seconds, std::int64_t index) const
{
    const auto* garbage = find(FaultKind::Garbage, seconds);
    return garbage != nullptr
        && m_chance.uniform(static_cast<std::uint64_t>(index)) < garbage->spec.share;
}

} // namespace fern
