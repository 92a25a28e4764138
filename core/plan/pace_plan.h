#pragma once
// The pace plan: of all ways to drive the displays of a board the one that keeps every wish and
// shows the freshest numbers, beside the alternatives.

#include "judge/findings.h"
#include "plan/pace_family.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

struct PacePoint {
    Pace pace;
    PaceFigures figures;
    std::vector<std::string> words; ///< what is to be done
};

/// Freshness against load, of a member that keeps everything.
struct PaceDot {
    double asked = 0, load = 0;
};

struct PacePlan {
    std::size_t tried = 0, kept = 0; ///< members of the family
    PacePoint now; ///< as the instrument is
    std::optional<PacePoint> chosen; ///< none where nothing keeps everything
    std::vector<PacePoint> frontier; ///< the freshest first, each with less load than those before
    std::vector<PaceDot> dots; ///< of some hundred members
    std::vector<std::string> reasons; ///< a sentence each
    std::vector<Fix> waysOut; ///< where nothing keeps everything: the least change first
};

/// Weighs every pace of the instrument's family. Kept is what asks no more of any limit than that
/// bears. None when `isWanted` says so meanwhile.
std::optional<PacePlan> planPace(
    const Instrument& instrument, const PaceFamily& family, const std::function<bool()>& isWanted);

/// Returns which of the members that keep everything is best: as few displays as possible are
/// redrawn faster than is usual, and paper flashes as rarely as possible; of what is left the least
/// age by its wish and what is within a twentieth of the wish of it, the least load and what is
/// within a hundredth of the time of it, the simplest code, the usual intervals; then the finer
/// differences. Null where none is given.
const PaceMember* bestOf(const std::vector<PaceMember>& kept);

} // namespace fern
