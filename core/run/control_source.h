#pragma once
// Controls whose lines the firmware looks at itself: a rotary encoder, and keys in a matrix.

#include "run/sampled_source.h"

namespace fern {

std::unique_ptr<SampledSource> makeEncoderSource(const PlainChannel& channel, Ticks start);
std::unique_ptr<SampledSource> makeMatrixSource(const PlainChannel& channel, std::uint64_t seed);

} // namespace fern
