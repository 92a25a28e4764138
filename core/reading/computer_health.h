#pragma once
// The health of a computer from what its kernel says in /proc, and the line that a small script
// sends of it to the board.

#include <optional>
#include <string>
#include <string_view>

namespace fern {

/// Time that all processors spent, in any unit; the difference of two makes a load.
struct ProcessorTimes {
    double busy = 0, all = 0;
};

/// Reads the first line of /proc/stat; none when it is no such text. Waiting for the disk counts as
/// idle. Source: proc(5).
std::optional<ProcessorTimes> parseProcStat(std::string_view text);

/// Returns the share of memory that programs use, in per cent, of /proc/meminfo; none when it is no
/// such text. Source: proc(5), MemTotal and MemAvailable.
std::optional<double> parseMemInfo(std::string_view text);

struct ComputerHealth {
    std::optional<double> load, memory, disk; ///< per cent
    std::optional<double> temperature; ///< degrees Celsius

    bool operator==(const ComputerHealth&) const = default;
};

/// Returns the load between two readings, in per cent; none when no time has passed.
std::optional<double> loadBetween(const ProcessorTimes& before, const ProcessorTimes& after);

/// Returns "load:12.0,memory:41.3,disk:63.1,temperature:48.0" with what is known, ended by a line
/// feed.
std::string healthLine(const ComputerHealth& health);

} // namespace fern
