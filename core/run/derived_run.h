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

    /// Tells that a channel gave a code, and its name, which is empty when it has none. Returns
    /// whether it began, stopped or held something, which it does only while it is alert.
    bool hear(Ticks now, std::size_t channel, std::string_view code, std::string_view name,
        const Ask& ask, bool isAlert);
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
    bool isWanted(std::string_view code, std::string_view name) const;

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
    bool isNamed(std::string_view wanted, std::string_view code, std::string_view name) const
    {
        return !wanted.empty() && (wanted == name || wanted == code);
    }
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
