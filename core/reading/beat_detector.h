#pragma once
// Beats in a waveform, such as a pulse seen by light: rising crossings of a level that follows the
// waveform's own swing, after its slow wander is taken out.

#include "base/ticks.h"

#include <array>

namespace fern {

class BeatDetector {
public:
    /// After a beat none is looked for within `refractory`. An interval outside of the plausible
    /// rates, in beats a second, is no rate.
    explicit BeatDetector(Ticks refractory, double slowest = 0, double fastest = 1e9)
        : m_refractory(refractory)
        , m_slowest(slowest)
        , m_fastest(fastest)
    {
    }

    /// Takes the next sample; returns beats a second: one over the median of the last three
    /// intervals. NaN until two beats have come, after three seconds without one, and while it is
    /// not plausible.
    double feed(Ticks at, double value);

    /// Returns how alike the last three intervals are, 0 … 1: one less the largest distance from
    /// their median, in medians. A loose sensor gives little, one beat out of turn about a half.
    double quality() const;

    bool isBeat() const { return m_isBeat; } ///< the last sample was one

private:
    double median() const;

    Ticks m_refractory;
    double m_slowest, m_fastest;
    bool m_hasBegun = false;
    bool m_isArmed = false;
    bool m_isBeat = false;
    double m_base = 0; ///< the slow wander
    double m_low = 0, m_high = 0; ///< the swing about it, closing slowly
    Ticks m_lastAt, m_lastBeat;
    int m_beats = 0;
    std::array<double, 3> m_intervals{}; ///< seconds
};

} // namespace fern
