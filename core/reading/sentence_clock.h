#pragma once
// The time that a receiver's sentences tell, made to go on: over midnight, and over a clock that is
// set, as that of a cold receiver is when it hears its first satellites.

#include <optional>

namespace fern {

class SentenceClock {
public:
    /// Takes the next second of the day (UTC) that is told; `hadFix`: whether there was a fix until
    /// then. Returns seconds that never go back: those of the first one are its second of the day.
    /// A clock that goes back, or one that leaps while there was no fix, was set: it goes on one
    /// usual step later.
    double follow(double secondOfDay, bool hadFix);

    /// Whether the newest second was told by a clock that had just been set.
    bool wasSet() const { return m_wasSet; }
    double usualStep() const { return m_step; } ///< seconds

private:
    double m_offset = 0; ///< seconds, of what is returned from what is told
    double m_step = 1;
    std::optional<double> m_last; ///< returned
    bool m_wasSet = false;
};

} // namespace fern
