#pragma once
// The true edges at a pulse input: a wheel, a flow meter, a reed contact. Every edge can be read at
// any time without running from the start.

#include "base/random.h"
#include "curves/polyline.h"
#include "signal/edge.h"
#include "world/source_spec.h"

#include <span>
#include <vector>

namespace fern {

/// A train in plain numbers.
struct PulseTrainSetting {
    PulseGives gives = PulseGives::Rate;
    double perUnit = 1; ///< hertz, or pulses, for one unit of the lane
    double duty = 0.5; ///< share of the time at the high level
    double bounceSeconds = 0;
};

class PulseTrain {
public:
    /// The lane's y is a rate or a total; what is negative or falls back brings no pulse.
    PulseTrain(std::span<const CurvePoint> lane, const PulseTrainSetting& setting,
        std::uint64_t seed, std::string_view id);

    /// Returns how many pulses have passed since zero seconds, with a fraction.
    double phaseAt(double seconds) const;
    /// Returns when the phase is reached; infinity when it never is.
    double timeOf(double phase) const;
    /// Returns every edge in (from, to], bounces included, in the order of time.
    std::vector<Edge> edges(Ticks from, Ticks to) const;
    /// Returns whether the level is high at that instant.
    bool isHigh(Ticks at) const;

private:
    struct Piece {
        double from = 0; ///< seconds
        double phase = 0; ///< at `from`
        double hertz = 0; ///< at `from`
        double slope = 0; ///< hertz a second
    };
    void add(double from, double to, double hertz, double hertzAtEnd);
    /// Adds the true edge `index` and its bounces: even ones rise, odd ones fall.
    void addEdge(std::vector<Edge>& edges, std::int64_t index) const;
    Ticks trueEdge(std::int64_t index) const;

    PulseTrainSetting m_setting;
    RandomStream m_bounces;
    std::vector<Piece> m_pieces;
};

/// The last few pulses before an instant, for a picture of the level.
struct PulseStretch {
    Ticks from, to;
    bool beginsHigh = false;
    std::vector<Edge> edges;
};

/// Returns the stretch that holds the last eight pulses: at least a tenth of a second, at most a
/// minute.
PulseStretch lastPulses(const PulseTrain& train, Ticks now);

} // namespace fern
