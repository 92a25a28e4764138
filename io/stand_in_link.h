#pragma once
// A stand-in inside this program: no port between.

#include "io/link.h"
#include "run/stand_in.h"

namespace fern::io {

/// Listens to a stand-in that begins now; `name` is what its report calls it.
std::unique_ptr<Link> listenTo(std::unique_ptr<StandIn> standIn, const std::string& name);

} // namespace fern::io
