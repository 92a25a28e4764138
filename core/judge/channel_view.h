#pragma once
// What a channel's design gives, in every figure, curve and sentence that a view shows of it: all
// that stays the same until the instrument or the chosen end of the stem changes. The window and
// the command line show it and compute nothing.

#include "judge/calibration_sheet.h"
#include "judge/text_ladder.h"
#include "judge/trace_line.h"
#include "judge/wishes.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// One end of the stem: a reader on a display, for the chips where the stem forks.
struct StemEnd {
    StemChoice choice;
    std::string reader; ///< id
    std::string label; ///< "helm · V · 2 decimals"
};

/// One of the two budgets, in the reader's unit.
struct BudgetBar {
    std::string name; ///< "Accuracy", "Repeatability"
    double standard = 0; ///< uncertainty; NaN while it is not known
    int honest = 0; ///< decimals
    std::string note; ///< where most of it comes from, or why it is not known

    bool isKnown() const { return standard >= 0; }
};

struct ChannelView {
    std::vector<StemEnd> ends; ///< of the channel's stem

    // Scale
    TraceLine scaleCurve; ///< channel's unit over readings: the wished range and a tenth beside it
    TraceLine scalePoints; ///< of a scaling through points, less the tare
    std::string scalingWords; ///< the scaling as an equation, less its tare
    std::string firmware; ///< the scaling, to copy
    CalibrationSheet calibration;

    // Smooth
    double smoothingGain = 1; ///< of noise, rms out / rms in
    double smoothingDelay = 0; ///< seconds, of a steady rise
    double settling = 0; ///< seconds after a jump over the range, to half of the last digit
    TraceLine stepResponse; ///< to a jump from 0 to 1
    TraceLine passes; ///< percent over hertz, up to half of the sampling rate
    std::string passesInWords; ///< of mains hum
    std::string smoothingCode; ///< for the firmware, to copy

    // Counting of a pulse channel that gives a rate: what it is off by, in the channel's unit
    TraceLine gateError, periodError, wishedStep;
    double crossover = 0; ///< the value where both are as fine

    // Of the chosen end
    Budget worst; ///< at the worst place of the wished range
    std::array<BudgetBar, 2> bars;
    std::vector<WishVerdict> wishes;
    AgeBreakdown age;
    std::vector<LadderRung> ladder;
    FloatDifference floats;
};

/// Returns the view of a channel; without a chosen end the figures of the end are empty.
ChannelView channelViewOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice);

/// Returns a smoothing step with the figures that suit a channel and its reader: a digit that holds
/// is the reader's last one, a band is the wished step, a slew goes over the range in two seconds.
StepSpec usualStep(const PlainChannel& channel, const PlainReader& reader, StepKind kind);

} // namespace fern
