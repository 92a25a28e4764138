#pragma once
// A run of a pace at the worst place of every wish, beside what its closed form promises.

#include "instrument/resolve.h"
#include "plan/pace_figures.h"

#include <cstdint>
#include <functional>
#include <optional>
#include <string>

namespace fern {

struct PaceProof {
    double seconds = 0; ///< of the run
    OldestNumber oldest; ///< by its wish, of what was shown
    double asked = 0; ///< its share of the wish
    std::int64_t happened = 0, lost = 0; ///< pulses at the tops of the wishes
};

/// Runs the instrument for 30 s: its pulses come at the top of their wishes, other values move
/// through theirs. None when `isWanted` says so meanwhile.
std::optional<PaceProof> provePace(
    PlainInstrument instrument, const std::function<bool()>& isWanted);

/// Returns what came of it: "In a run of 30 s at the worst place: the oldest number was 1.2 s, no
/// pulse of 4320 was lost."
std::string inOneSentence(const PlainInstrument& instrument, const PaceProof& proof);

} // namespace fern
