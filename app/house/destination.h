#pragma once
// Where in the window something stands.

#include "judge/budget.h"

#include <QString>

#include <optional>

namespace fern::app {

struct Destination {
    QString place; ///< its name on the rail
    QString channel{}; ///< id; empty leaves the open one
    QString reader{}; ///< id; empty is the channel's first
    std::optional<Leaf> leaf{};
    QString page{}; ///< of the place: a sheet or page by its word
    QString pointer{}; ///< into the file, as a finding has it
};

} // namespace fern::app
