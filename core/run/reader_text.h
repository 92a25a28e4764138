#pragma once
// What a reader writes of a value: in which of its forms, as a number or a name, or its marks.

#include "instrument/resolve.h"
#include "run/channel_run.h"
#include "run/heard_code.h"
#include "text/format.h"

#include <string>
#include <string_view>

namespace fern {

/// The newest smoothed value of a channel, real and calm, SI units.
struct LatestValue {
    double real = notThere;
    double calm = notThere;
    Ticks sampledAt;
    bool hasCome = false; ///< any sample since power-on
    std::string text{}; ///< of a source of codes: what it gave last
    // Its way through the channel:
    StageValues stages{};
    StageValues calmStages{};
    // Kept by the board's memory:
    bool hasBeenValid = false; ///< any sample with a value since power-on
    Ticks validAt{}; ///< the newest of them
};

/// What the firmware keeps of a reader from one redraw to the next.
struct ReaderState {
    std::size_t form = 0; ///< 0: its own, else one of the others
    std::size_t range = 0; ///< of the names of ranges; 0: below the first

    bool operator==(const ReaderState&) const = default;
};

/// A unit and how the number is written in it.
struct FormView {
    const Unit& unit;
    const TextSpec& text;
};
/// Returns a form of a reader, which must be there.
FormView formOf(const PlainReader& reader, std::size_t form);

/// Returns a reader whose own form is the one that a state says, and which has no others.
PlainReader inForm(PlainReader reader, std::size_t form);

/// The values of a channel that are written in one form of a reader, SI units.
struct FormSpan {
    double from = 0, to = 0;
    bool isEmpty() const { return !(from < to); }
};
/// Returns those of the wished range: by size up to where the next form begins.
FormSpan spanOf(const PlainChannel& channel, const PlainReader& reader, std::size_t form);

/// Returns the value, given in SI units, as the number that the reader shows in its own unit.
double inReaderUnit(double si, const PlainReader& reader);

/// Returns the state in which a value (SI units) is written: a form by size and a named range are
/// left only when it has gone back far enough. What is no number changes nothing.
ReaderState settled(const PlainReader& reader, ReaderState before, double si, NumberKind kind);

/// Returns whether a code changes the form of the reader, where it counts.
bool changesForm(const PlainReader& reader, const HeardCode& heard);
/// Returns the state after it did.
ReaderState withNextForm(const PlainReader& reader, ReaderState before);

ValueState stateOf(const LatestValue& latest, const PlainReader& reader, Ticks now);

/// Returns the value in SI units while it is valid, else NaN.
double validValue(const LatestValue& latest, const PlainReader& reader, Ticks now);

/// Returns the cells that a reader shows of a value at an instant.
std::string readerText(const PlainInstrument& instrument, std::size_t reader,
    const ReaderState& state, const LatestValue& latest, Ticks now);

/// Returns a code beside its name, such as a row of a timed list.
std::string listRow(const std::vector<NameSpec>& names, const std::string& code);

/// Returns what people call a code; without a name the code itself.
std::string wordsFor(const std::vector<NameSpec>& names, const std::string& code, TextForm form);

/// Returns the number that a reader shows of a value (SI units), in SI units; NaN when it shows
/// marks or words.
double shownOf(const PlainReader& reader, const ReaderState& state, double si, NumberKind kind);

} // namespace fern
