#pragma once
// A recording: instants and what a channel gave at one of its taps.

#include "base/result.h"
#include "base/ticks.h"
#include "signal/csv.h"
#include "signal/tap.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct Capture {
    std::string channel; ///< id of the channel
    Tap tap = Tap::Scaled;
    std::string unit; ///< as the header says; empty for raw codes
    std::vector<Ticks> at; ///< rising
    std::vector<double> values; ///< as long as `at`; NaN is a sample without a value
};

/// Returns the header of a column: "channel.tap [unit]", quoted where it must be.
std::string columnHeader(std::string_view channel, Tap tap, std::string_view unit);

/// Reads a table whose first column is "t_s" and whose others are named "channel.tap [unit]" (no
/// tap means scaled). Times must rise. Beside other columns an empty cell is no sample, and "nan" a
/// sample without a value; alone, both are the latter. Error with the line or column otherwise.
Result<std::vector<Capture>> capturesOf(const CsvTable& table);

/// Returns whether a column of a trace is no recording: a code, an age, what was shown.
bool isTraceOnly(std::string_view header);

/// Brings neighbouring rows of one instant together where they fill different columns, as those of
/// a trace do.
void joinInstants(CsvTable& table);

/// Removes the rows whose time, the first column, does not follow the row before; returns how many.
std::size_t dropDisorder(CsvTable& table);

/// Keeps one column of each channel: the one at `tap` where there is one, else the one nearest to
/// the world.
std::vector<Capture> atTap(std::vector<Capture> captures, std::optional<Tap> tap);

} // namespace fern
