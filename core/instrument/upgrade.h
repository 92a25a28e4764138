#pragma once
// Files of older versions, brought up to the newest on their JSON tree. What moves keeps its place
// in the text, so that errors name the line that people see.

#include "base/json.h"

namespace fern {

/// Turns a file of version 1 into one of version 2, where devices stand apart from the channels
/// that they tell. Channels with the same kind of device, on the same part and set alike, have one
/// in common: it was one receiver that was written down for each of its numbers. A tree that is no
/// such file stays as it is, for the reader to refuse.
json::Node upgraded(json::Node root);

} // namespace fern
