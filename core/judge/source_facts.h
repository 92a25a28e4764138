#pragma once
// The facts of sources that are no plain analog ones: what stands outside the board, and how the
// firmware reads it.

#include "judge/facts.h"

namespace fern {

/// `channel` is one of the instrument.
std::vector<Fact> sourceFacts(const PlainInstrument& in, const PlainChannel& channel);
/// Returns how long after the begin of its radio's cycle a station is polled: behind those that
/// stand before it. `channel` is one of the instrument, and a device tells it.
Ticks pollTurn(const PlainInstrument& in, const PlainChannel& channel);
/// `at` is the quantity that slopes are taken at, SI units.
std::vector<Fact> sourceReadingFacts(
    const PlainInstrument& in, const PlainChannel& channel, double at);

/// Returns the source in a few words: "rising edges by interrupt", "receiver: speed".
std::string sourceInWords(const Source& source);

/// Returns how the told number or the count becomes a value in the channel's unit.
std::string sourceScaleInWords(const PlainChannel& channel);

} // namespace fern
