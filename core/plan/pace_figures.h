#pragma once
// What a pace asks of each limit, in closed form.

#include "instrument/resolve.h"

#include <algorithm>
#include <array>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// What a pace is to keep.
enum class PaceLimit {
    Freshness, ///< the age of every shown number, at most as wished
    Pulses, ///< none lost up to the top of the wish
    Readable, ///< what is shown stands long enough
    Steady, ///< no redraw leaves the glass dark for so long that it is seen
    Panel, ///< the least interval of a panel, and the time that it takes
    Bus, ///< at most half busy
    Processor, ///< with a fifth of its time to spare
    Sampling, ///< a redraw keeps no two samples in a row waiting, or not more than a tenth of all
};
constexpr std::size_t paceLimits = 8;
inline constexpr std::array<std::string_view, paceLimits> paceLimitKeys{
    "freshness", "pulses", "readable", "steady", "panel", "bus", "processor", "sampling"};
/// What they are called, and what is asked of each, before a number of times: "the bus is asked
/// for".
inline constexpr std::array<std::string_view, paceLimits> paceLimitNames{"freshness", "pulses",
    "the time to read", "a steady glass", "the panel", "the bus", "the processor", "the samples"};
inline constexpr std::array<std::string_view, paceLimits> paceLimitWords{"numbers get as old as",
    "pulses come at", "displays are redrawn at", "displays go dark for", "a panel is asked for",
    "a bus is asked for", "the processor is asked for", "samples wait for"};

/// What limits the age most.
struct OldestNumber {
    std::size_t channel = 0, display = 0;
    double seconds = 0;
};

struct PaceFigures {
    std::array<double, paceLimits> asked{}; ///< share of each limit; more than 1 is too much
    double load = 0; ///< share of the busiest processor, with usual redraws
    OldestNumber oldest{}; ///< measured by its wish
    std::vector<double> transferSeconds{}; ///< of a redraw of each display on its bus, at most

    double of(PaceLimit limit) const { return asked[static_cast<std::size_t>(limit)]; }
    bool keeps(PaceLimit limit) const { return of(limit) <= 1 + 1e-9; }
    bool keepsAll() const
    {
        return std::all_of(
            asked.begin(), asked.end(), [](double share) { return share <= 1 + 1e-9; });
    }
};

/// Of one display at one interval.
struct DisplayFigures {
    std::array<double, paceLimits> asked{}; ///< of those that are its own
    OldestNumber oldest{};
    double load = 0, mostLoad = 0; ///< shares of the processor
    double transferSeconds = 0; ///< of a redraw on its bus, at most
    double busShare = 0; ///< of the time of its bus, at most
};

/// What does not depend on the intervals of the displays.
struct BuildFigures {
    double pulses = 0; ///< asked of the inputs
    std::vector<double> loads{}; ///< shares of the processor of each loop, of all but redraws
};

BuildFigures buildFigures(const PlainInstrument& instrument);

/// Returns the figures of a display that is redrawn every `everySeconds`, 0 in every turn;
/// `usualSeconds` is what its usual redraw takes on the bus.
DisplayFigures displayFigures(const PlainInstrument& instrument, std::size_t display,
    double everySeconds, double usualSeconds);

/// Returns the figures of all together, of displays in the order of the instrument.
PaceFigures together(const PlainInstrument& instrument, const BuildFigures& build,
    const std::vector<const DisplayFigures*>& displays);

/// Returns whether figures keep everything, in words: "keeps every wish about timing", "too much
/// for freshness, the bus".
std::string verdictText(const PaceFigures& figures);

/// Returns the figures of an instrument as it is.
PaceFigures figuresOf(const PlainInstrument& instrument);

/// Returns how often a second the pulses of a channel come at the top of its wish, and how often
/// the program can count them; 0 for a channel whose pulses it does not count one by one.
struct PulseDemand {
    double wishedHertz = 0, possibleHertz = 0;
};
PulseDemand pulseDemand(const PlainInstrument& instrument, const PlainChannel& channel);

} // namespace fern
