#pragma once
// The stem: one channel's reading followed from the world to the glass, with what each stage makes
// of its step, its noise and its age.

#include "judge/age.h"
#include "judge/budget.h"
#include "judge/leaf_trouble.h"
#include "judge/stem_ends.h"
#include "run/run_history.h"

#include <array>
#include <string>

namespace fern {

struct LeafFigures {
    std::string name; ///< "World" … "Glass"
    bool isThere = true; ///< a channel of codes has no scale, a derived one no sensor
    std::string value; ///< what the stage holds now, as text; "—" while there is nothing
    std::string unit; ///< of the value
    double step =
        notThere; ///< smallest change of the world that changes it, channel's SI unit; NaN: none
    double noise = notThere; ///< rms over the last 10 s, or 16 samples where those take longer, in
                             ///< the channel's SI unit; NaN: not known, as from fewer than 8
    double age = notThere; ///< seconds ago that the world had it
    LeafTrouble trouble; ///< why what it holds is wrong now
};

struct Stem {
    std::array<LeafFigures, leafCount> leaves;
    Leaf limit = Leaf::Reading; ///< the first in trouble, else the one that spoils the result most
    std::string limitReason; ///< one sentence with its numbers
    bool limitIsAge = false;
    bool noiseIsAboutTrace =
        false; ///< a recording has no twin: noise is rms about the smoothed trace
    std::string noiseOver = "10 s"; ///< what it is taken over; "16 samples" where they come slower
    double at = notThere; ///< the value that slopes are taken at, channel's SI unit
    AgeBreakdown age; ///< how old the number on the glass can get
    Budget budget; ///< at the worst place of the wished range
    std::optional<int> honestDecimals; ///< of the reader's unit; none while accuracy is unknown
    double processorLoad = 0; ///< busy share of the last second, 0 … 1
    double busLoad = 0;
};

/// Returns the stem at the instant `now` of a run whose last seconds are in `history`. Its budget
/// is that of the worst place of the wished range, for the reader's digits; whoever asks many times
/// a second gives it, since it stays the same.
Stem stemOf(const PlainInstrument& instrument, const StemChoice& choice, const RunHistory& history,
    Ticks now, std::optional<Budget> worst = {});

} // namespace fern
