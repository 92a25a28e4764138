#pragma once
// A channel that is made of others, while it runs.

#include "curves/formula.h"
#include "instrument/resolve.h"
#include "run/due_list.h"

#include <functional>
#include <limits>
#include <optional>
#include <string>
#include <string_view>
#include <utility>

namespace fern {

class DerivedRun {
public:
    DerivedRun(const PlainChannel& channel, const PlainInstrument& instrument);

    /// Returns the value in SI units; `valueOf` gives that of a channel or setting, NaN for none.
    double sample(Ticks now, const std::function<double(std::string_view id)>& valueOf);

    /// Tells that a channel gave a code, and its name, which is empty when it has none.
    void hear(Ticks now, std::string_view channel, std::string_view code, std::string_view name);
    /// Tells that a number of the followed channel has changed, for `since`.
    void followed(Ticks now)
    {
        if (m_lastEvent)
            m_lap = inSeconds(now - *m_lastEvent);
        m_lastEvent = now;
    }
    /// The row of a list that the last sample waits for; empty for every other kind.
    const std::string& row() const { return m_row; }
    /// Returns that row once after it has changed, otherwise an empty text.
    std::string newRow()
    {
        return std::exchange(m_toldRow, m_row) == m_row ? std::string() : m_row;
    }

private:
    void begin(double value);

    DerivedSpec m_spec;
    std::optional<Formula> m_formula;
    std::optional<DueList> m_list;
    std::string m_row, m_toldRow;
    bool m_hasBegun = false;
    bool m_isToBegin = true; ///< again, with the next value
    bool isNamed(std::string_view wanted, std::string_view code, std::string_view name) const
    {
        return !wanted.empty() && (wanted == name || wanted == code);
    }
    double gathered(Ticks now, const std::function<double(std::string_view id)>& valueOf);

    bool m_isStopped = false;
    bool m_isHeld = false;
    double m_told = std::numeric_limits<double>::quiet_NaN(); ///< last, which a hold keeps
    Ticks m_lastAt;
    double m_last = 0;
    double m_state = 0; ///< total, extreme, zero or tally
    std::optional<Ticks> m_lastEvent;
    double m_lap = std::numeric_limits<double>::quiet_NaN(); ///< seconds between the last two
};

} // namespace fern
