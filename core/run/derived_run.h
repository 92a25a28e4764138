#pragma once
// A channel that is made of others, while it runs.

#include "curves/formula.h"
#include "instrument/resolve.h"
#include "run/due_list.h"
#include "run/heard_code.h"

#include <functional>
#include <limits>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace fern {

/// Returns whether a value is as old as what it is made of; what gathers or counts time is of now.
constexpr bool isAsOldAsItsSources(DerivedKind kind)
{
    return kind == DerivedKind::Formula || kind == DerivedKind::Rate || kind == DerivedKind::Net;
}

class DerivedRun {
public:
    DerivedRun(const PlainChannel& channel, const PlainInstrument& instrument);

    /// Gives a number of the instrument, SI units; NaN for none.
    using Ask = std::function<double(ValuePlace place, FormulaAsks asks)>;

    /// Returns the value in SI units, from what is asked of channels and settings.
    double sample(Ticks now, const Ask& ask);

    /// Tells that a channel gave a code; returns whether it was counted.
    bool count(Ticks now, const HeardCode& heard, const Ask& ask);
    /// Returns whether a code began, stopped or held it.
    bool hear(Ticks now, const HeardCode& heard);
    /// Tells that the number of a channel has changed.
    void changed(Ticks now, std::size_t channel, const Ask& ask);
    /// The row of a list that the last sample waits for; empty for every other kind.
    const std::string& row() const { return m_row; }
    /// Returns that row once after it has changed, otherwise an empty text.
    std::string newRow()
    {
        return std::exchange(m_toldRow, m_row) == m_row ? std::string() : m_row;
    }

private:
    void begin(double value);
    void stopInTime(Ticks now);
    /// Something has happened to the followed channel.
    void followed(Ticks now);
    bool isWanted(const HeardCode& heard) const;

    DerivedSpec m_spec;
    std::optional<std::size_t> m_of, m_resetBy; ///< the channels that it follows and hears
    std::optional<std::size_t> m_event; ///< the channel whose events keep a value
    std::vector<ValuePlace> m_places; ///< of the formula's names
    std::vector<double> m_before; ///< their values when it was worked out last
    std::optional<Formula> m_formula;
    std::optional<DueList> m_list;
    std::string m_row, m_toldRow;
    bool m_hasBegun = false;
    bool m_isToBegin = true; ///< again, with the next value
    double valueOf(std::size_t channel, const Ask& ask) const
    {
        return ask({false, channel}, FormulaAsks::Now);
    }
    double gathered(Ticks now, const Ask& ask);
    double formulaValue(const Ask& ask);

    Ticks m_runsFor; ///< after it began again; 0: until it is stopped
    Ticks m_runsUntil = maxTicks;
    bool m_isStopped = false;
    bool m_isHeld = false;
    double m_told = std::numeric_limits<double>::quiet_NaN(); ///< last, which a hold keeps
    Ticks m_lastAt;
    double m_last = 0;
    double m_state = 0; ///< total, extreme, zero or tally
    double m_kept = std::numeric_limits<double>::quiet_NaN(); ///< at the last event
    std::optional<Ticks> m_lastEvent;
    double m_lap = std::numeric_limits<double>::quiet_NaN(); ///< seconds between the last two
};

} // namespace fern
