#pragma once
// A contact's level, freed of its bounce: a new level counts when it has lasted.

#include "base/ticks.h"

namespace fern {

class Debouncer {
public:
    explicit Debouncer(Ticks lasting)
        : m_lasting(lasting)
    {
    }

    /// Takes the level at a look; returns the level that counts.
    bool feed(Ticks at, bool level)
    {
        if (level == m_stable)
            m_since = at;
        else if (at - m_since >= m_lasting) {
            m_stable = level;
            m_since = at;
        }
        return m_stable;
    }

private:
    Ticks m_lasting;
    Ticks m_since; ///< the last look at which the level was the one that counts
    bool m_stable = false;
};

} // namespace fern
