#pragma once
// How long a board is to sleep: each time with the hours that it gives and the age that it costs.

#include "judge/facts.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

struct SleepPoint {
    double seconds = 0; ///< asleep, each time
    double asleep = 0; ///< share of the time
    double ampere = 0; ///< out of the battery, on average; 0: nobody has told
    double lasts = 0; ///< seconds on it; 0 where that is not known
    double asked = 0; ///< age of the oldest number by its wish; 0: none is shown
    double oldest = 0; ///< seconds
};

struct SleepPlan {
    std::string task; ///< id of the sleep
    std::string board; ///< what it is called
    std::vector<SleepPoint> points; ///< rising
    std::optional<std::size_t> chosen; ///< the freshest that keeps hours and ages
    std::string reason; ///< a sentence
};

/// Plans each sleep of the programs. The hours are of the battery that its board hangs on; the
/// other parts of the board share their time as the file says.
std::vector<SleepPlan> planSleep(const Instrument& instrument, const PlainInstrument& plain);

/// Returns a plan as rows: the time, the hours, and what else it means.
std::vector<Fact> factsOf(const SleepPlan& plan, const PlainInstrument& plain);

} // namespace fern
