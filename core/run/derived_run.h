#pragma once
// A channel that is made of others, while it runs.

#include "curves/formula.h"
#include "instrument/resolve.h"

#include <functional>
#include <optional>
#include <string_view>

namespace fern {

class DerivedRun {
public:
    /// `names` are those that a formula may use.
    DerivedRun(const DerivedSpec& spec, const std::vector<std::string>& names);

    /// Returns the value in SI units; `valueOf` gives that of a channel or setting, NaN for none.
    double sample(Ticks now, const std::function<double(std::string_view id)>& valueOf);

    /// Tells that a channel gave a code, and its name, which is empty when it has none.
    void hear(Ticks now, std::string_view channel, std::string_view code, std::string_view name);
    /// Tells that a number of the followed channel has changed, for `since`.
    void followed(Ticks now) { m_lastEvent = now; }

private:
    void begin(double value);

    DerivedSpec m_spec;
    std::optional<Formula> m_formula;
    bool m_hasBegun = false;
    bool m_isToBegin = true; ///< again, with the next value
    Ticks m_lastAt;
    double m_last = 0;
    double m_state = 0; ///< total, extreme, zero or tally
    std::optional<Ticks> m_lastEvent;
};

} // namespace fern
