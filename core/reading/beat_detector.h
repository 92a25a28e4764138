#pragma once
// Beats in a waveform, such as a pulse seen by light: rising crossings of a level that follows the
// waveform's own swing.

#include "base/ticks.h"

#include <array>

namespace fern {

class BeatDetector {
public:
    /// After a beat none is looked for within `refractory`.
    explicit BeatDetector(Ticks refractory)
        : m_refractory(refractory)
    {
    }

    /// Takes the next sample; returns beats a second: one over the median of the last three
    /// intervals. NaN until two beats have come, and after three seconds without one.
    double feed(Ticks at, double value);

    bool isBeat() const { return m_isBeat; } ///< the last sample was one

private:
    Ticks m_refractory;
    bool m_hasBegun = false;
    bool m_isArmed = false;
    bool m_isBeat = false;
    double m_low = 0, m_high = 0; ///< the swing, closing slowly
    Ticks m_lastAt, m_lastBeat;
    int m_beats = 0;
    std::array<double, 3> m_intervals{}; ///< seconds
};

} // namespace fern
