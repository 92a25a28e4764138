#pragma once
// When no pace keeps every wish: which wish to relax by how much, and what to change.

#include "judge/findings.h"
#include "plan/pace_family.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// The members that come nearest to keeping everything.
class Nearest {
public:
    void take(const PaceMember& member);

    /// Of those that keep everything else the one that asks least of a limit.
    const std::optional<PaceMember>& of(PaceLimit limit) const
    {
        return m_of[static_cast<std::size_t>(limit)];
    }
    /// The one that asks least of the limit that it breaks most.
    const std::optional<PaceMember>& ofAll() const { return m_ofAll; }

private:
    std::array<std::optional<PaceMember>, paceLimits> m_of;
    std::optional<PaceMember> m_ofAll;
};

struct WaysOut {
    std::vector<std::string> reasons; ///< what keeps it from fitting, a sentence each
    std::vector<Fix> fixes; ///< each lets some pace keep everything: changes of the program first,
                            ///< then of the smoothing, of the wishes, of the board
};

/// Returns the ways out of a family in which nothing fits; every one of them was tried. None when
/// `isWanted` says so meanwhile.
std::optional<WaysOut> waysOut(const Instrument& instrument, const PaceFamily& family,
    const Nearest& nearest, const std::function<bool()>& isWanted);

} // namespace fern
