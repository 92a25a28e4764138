#pragma once
// In which order and size do bytes make a picture? All are tried; the one without seams between its
// bytes, and whose neighbours are most alike, wins.

#include "picture/bit_array.h"

#include <span>
#include <vector>

namespace fern {

struct ArrayGuess {
    ArrayOrder order = ArrayOrder::RowsHighFirst;
    int width = 0, height = 0;
    /// How much neighbouring pixels differ, and how much more at the borders of bytes and pages
    /// than elsewhere, against pixels that lie anywhere.
    double unrest = 0;

    bool operator==(const ArrayGuess&) const = default;
};

/// Returns every order in every size that the bytes fill exactly, the calmest first. Sizes are
/// those given (0: unknown), else every pair of sides from 4 to 1024 that is not longer than 8 : 1.
/// Bytes that are all alike look alike in any order: then all have the same unrest.
std::vector<ArrayGuess> guessesOf(std::span<const std::uint8_t> bytes, int width, int height);

/// Returns whether the first guess stands out; else only a look at the pictures tells, as it does
/// of an ordered matrix, which is alike from both ends of a byte.
bool isClear(std::span<const ArrayGuess> guesses);

/// Returns the picture in that order, as colours: black and white, or those of RGB565.
RgbImage pictureOf(std::span<const std::uint8_t> bytes, const ArrayGuess& guess);

} // namespace fern
