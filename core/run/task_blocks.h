#pragma once
// How long each task of the firmware's loop keeps the processor, in seconds.

#include "run/display_run.h"

#include <string>

namespace fern {

/// Of one sample of a channel: its conversion or its way from a module, scaling and smoothing.
double sampleSeconds(const PlainInstrument& instrument, const PlainChannel& channel);

/// Of one setting of an output, in which interrupts can be off.
double outputSeconds(const PlainInstrument& instrument, const PlainOutput& output);

/// Returns by how much everything takes longer while so many interrupts come a second.
double stretchedBy(const PlainInstrument& instrument, double interruptsPerSecond);

/// Of an idle turn of the loop, with its blocking wait.
double turnSeconds(const PlainInstrument& instrument);

/// Returns whether the loop samples a channel; what a device tells comes by itself.
bool isSampled(const PlainChannel& channel);

/// Returns the longest that the loop needs until it comes back to a task: every task once, and a
/// turn, while pulses interrupt at the tops of their ranges.
double roundSeconds(const PlainInstrument& instrument);

/// What keeps the loop from looking at its pins for the longest time.
struct Pause {
    std::string words; ///< "a redraw of helm"
    double seconds = 0;
};
Pause longestPause(const PlainInstrument& instrument);

} // namespace fern
