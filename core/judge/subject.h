#pragma once
// What a finding is about: the channels it concerns and the stage where it can be mended.

#include "judge/budget.h"
#include "judge/findings.h"

#include <string>
#include <vector>

namespace fern {

struct Subject {
    std::string name; ///< for people: the channel's name, "Display helm", "Page Battery"
    std::vector<std::string> channels; ///< ids
    Leaf leaf = Leaf::World; ///< whose workbench holds the setting
};

/// Returns the subject of a finding's place.
Subject subjectOf(const Instrument& instrument, std::string_view place);

} // namespace fern
