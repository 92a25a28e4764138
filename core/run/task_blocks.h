#pragma once
// How long each task of a loop of the firmware keeps its processor, in seconds. `loop` is its place
// among the instrument's.

#include "run/display_run.h"
#include "timing/costs.h"

#include <string>
#include <vector>

namespace fern {

/// Of one sample of a channel: its conversion or its way from a module, scaling and smoothing.
double sampleSeconds(const PlainInstrument& instrument, const PlainChannel& channel);

/// Of one setting of an output, in which interrupts can be off.
double outputSeconds(const PlainInstrument& instrument, const PlainOutput& output);

/// Modes in which something is weighed; some are always given.
using Modes = std::vector<std::size_t>;

/// Returns those of an instrument: the one that it says, else all; one where it has none.
Modes weighedModes(const PlainInstrument& instrument);

/// Returns those of them in which a task is run; all where it is run in none.
Modes modesOf(const PlainInstrument& instrument, const PlainTask& task);

/// What operations cost the processor of a loop.
OperationCosts costsOf(const PlainInstrument& instrument, std::size_t loop);

/// Returns by how much everything takes longer while so many interrupts come a second.
double stretchedBy(const PlainInstrument& instrument, std::size_t loop, double interruptsPerSecond);

/// Returns how often a second pulses interrupt, at the tops of their ranges.
double mostInterrupts(const PlainInstrument& instrument, std::size_t loop);

/// Of a turn of the loop in which no task is run, with the wait at its end.
double idleTurnSeconds(const PlainInstrument& instrument, std::size_t loop);

/// Of a turn in which only what is run in every one is: waits, and lines and redraws without an
/// interval.
double turnSeconds(const PlainInstrument& instrument, std::size_t loop);
double turnSeconds(const PlainInstrument& instrument, std::size_t loop, const Modes& modes);

/// Of making a line of so many bytes, before any is sent: a number in each eight of them (an
/// estimate), and each byte moved.
double lineSeconds(const PlainInstrument& instrument, std::size_t loop, int bytes);

/// Of writing so many bytes into memory that keeps them without power.
double saveSeconds(const PlainInstrument& instrument, std::size_t loop, int bytes);

/// Of one byte on a serial line, with its start and its stop bit.
double serialByteSeconds(const SerialOut& serial);

/// Returns how long a bus can be busy with what is sent over it beside a loop, in seconds: other
/// displays than one in the background, and what other cores send and fetch.
double busWait(const PlainInstrument& instrument, std::size_t loop, std::string_view bus,
    const PlainDisplay* except);

/// Of a task of the program, at most: of a redraw what it sends at most, of a line what finds no
/// room in the buffer.
double taskSeconds(const PlainInstrument& instrument, const PlainTask& task);

/// Returns in how many turns of the loop a redraw is sent, at most.
int pieceCount(const PlainDisplay& display, const PlainTask& task);
/// Of what the processor sends of it in one of them.
double sendingSeconds(const PlainDisplay& display, const PlainTask& task);

/// Returns how often a display is redrawn, seconds between two: its interval, or a turn of the
/// loop.
double redrawPeriod(const PlainInstrument& instrument, const PlainDisplay& display);

/// Returns the seconds between two runs of a task, as far as the clock says; 0: in every turn. What
/// is saved on change comes as often as it may.
double taskPeriod(const PlainInstrument& instrument, const PlainTask& task);

/// Returns whether the loop samples a channel; what a device tells comes by itself.
bool isSampled(const PlainChannel& channel);

/// Returns the seconds between two samples of a channel: its interval, or a turn of the loop where
/// that takes longer; then its smoothing is slower than its figures say.
/// Of several modes the one where that is longest.
double samplePeriod(const PlainInstrument& instrument, const PlainChannel& channel);

/// Returns the longest that the loop needs until it comes back to a task: every task once, and a
/// turn, while pulses interrupt at the tops of their ranges.
double roundSeconds(const PlainInstrument& instrument, std::size_t loop);
double roundSeconds(const PlainInstrument& instrument, std::size_t loop, const Modes& modes);

/// Returns what a task is called that takes time: "a redraw of helm".
std::string taskWords(const PlainInstrument& instrument, TaskDoes does, std::size_t of);

/// Returns how many pulses a second a channel counts at most: as many as the loop sees with the
/// longest task between two looks, or as many as can interrupt; and no more than its hold-off lets
/// through.
double mostCountedHertz(const PlainInstrument& instrument, const PlainChannel& channel);

/// What keeps the loop from looking at its pins for the longest time: a turn with the longest of
/// the tasks that are run when they are due.
struct Pause {
    std::string words; ///< "a redraw of helm"
    double seconds = 0;
};
Pause longestPause(const PlainInstrument& instrument, std::size_t loop);

/// The same of the loop that samples a channel, in the modes in which it does.
Pause longestPause(const PlainInstrument& instrument, const PlainChannel& channel);

} // namespace fern
