#pragma once
// In which order and size do bytes make a picture? All are tried; the one whose neighbours are most
// alike wins.

#include "picture/bit_array.h"

#include <span>
#include <vector>

namespace fern {

struct ArrayGuess {
    ArrayOrder order = ArrayOrder::RowsHighFirst;
    int width = 0, height = 0;
    double unrest = 0; ///< share of neighbouring pixels that differ, against what chance gives

    bool operator==(const ArrayGuess&) const = default;
};

/// Returns every order in every size that the bytes fill exactly, the calmest first. Sizes are
/// those given (0: unknown), else every pair of sides from 4 to 1024 that is not longer than 8 : 1.
/// Bytes that are all alike look alike in any order: then all have the same unrest.
std::vector<ArrayGuess> guessesOf(std::span<const std::uint8_t> bytes, int width, int height);

/// Returns the picture in that order, as colours: black and white, or those of RGB565.
RgbImage pictureOf(std::span<const std::uint8_t> bytes, const ArrayGuess& guess);

} // namespace fern
