#pragma once
// The facts of sources that are no plain analog ones: what stands outside the board, and how the
// firmware reads it.

#include "judge/facts.h"

namespace fern {

std::vector<Fact> sourceFacts(const PlainChannel& channel);
/// What else the channel's device tells; empty where it tells nothing else.
std::vector<Fact> deviceFacts(const PlainInstrument& instrument, const PlainChannel& channel);
/// `at` is the quantity that slopes are taken at, SI units.
std::vector<Fact> sourceReadingFacts(
    const PlainInstrument& in, const PlainChannel& channel, double at);

/// Returns the source in a few words: "rising edges by interrupt", "receiver: speed".
std::string sourceInWords(const Source& source);

/// Returns how the told number or the count becomes a value in the channel's unit.
std::string sourceScaleInWords(const PlainChannel& channel);

} // namespace fern
