#pragma once
// What a real board says that it shows, beside what its raw value should show, and the likely cause
// of a difference.

#include "base/ticks.h"
#include "instrument/resolve.h"

#include <deque>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct ShownPair {
    Ticks at;
    std::size_t reader = 0;
    std::string board; ///< what the board says, without blanks around it
    std::string ours; ///< what the same raw value shows here
    std::string cause; ///< in words; empty when both are the same

    bool operator==(const ShownPair&) const = default;
};

/// Returns the reader whose shown text a field is: "helm-volts.shown" by the reader's id, or
/// "battery.shown" by its channel's; nothing for other fields.
std::optional<std::size_t> shownReaderOf(const PlainInstrument& instrument, std::string_view field);

/// Compares the texts of a stream, one after the other.
class ShownCheck {
public:
    /// Compares one text. `exact` is the value before it is rounded, in the reader's unit; NaN for
    /// none.
    ShownPair compare(const PlainInstrument& instrument, std::size_t reader, Ticks at,
        std::string_view board, std::string_view ours, double exact);

private:
    struct Earlier {
        std::size_t reader = 0;
        std::string ours;
    };
    std::deque<Earlier> m_earlier; ///< what was shown here before
    std::deque<std::pair<std::size_t, double>> m_ratios; ///< board over ours, by reader
};

} // namespace fern
