#pragma once
// A list of times: which comes next, and how long until then. A row whose time has come is dropped.

#include "base/names.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

struct Due {
    double wait = 0; ///< seconds, above zero
    std::string row; ///< its time, as the list writes it
};

class DueList {
public:
    /// `rows` have times as codes, see parseClockTime(); a daily list begins again at midnight.
    DueList(const std::vector<NameSpec>& rows, bool isDaily);

    /// Returns the n-th row, from 1, that is still to come at `seconds` (of the day, in a daily
    /// list); nothing when fewer are left.
    std::optional<Due> next(double seconds, int n) const;
    /// Returns the row whose time has come last, of a daily list also yesterday's; empty for none.
    std::string present(double seconds) const;

private:
    struct Row {
        double at = 0; ///< seconds
        std::string code;
    };
    std::vector<Row> m_rows; ///< in the order of their times
    bool m_isDaily;
};

} // namespace fern
