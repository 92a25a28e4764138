#pragma once
// Edits of an output that take more than one figure along.

#include "instrument/instrument.h"

#include <string_view>

namespace fern {

/// Takes what is typed for one figure of an output, by its path ("kind", "lowOutput"), when the
/// others must follow: another kind of output has usual ends of its own, and an end typed in
/// another unit (a servo's in degrees, a motor's in any) takes the other end along. Returns whether
/// it did; every other figure is read by itself.
bool retype(Output& output, std::string_view path, std::string_view text);

} // namespace fern
