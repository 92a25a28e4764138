#pragma once
// kernel.inc as text.

#include <string_view>

namespace fern {

extern const std::string_view kernelSource;

} // namespace fern
