#pragma once
// Text in lines, and text that runs through a window.

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Where a line may end.
enum class WrapBy { Words, Cells };

/// Returns a text in at most `lines` lines of at most `width` characters, both at least 1. A line
/// feed always ends a line; by words, a line ends at a blank where it can, and a word that is
/// longer than a line is cut. Where text is left over the last line ends with the mark, which is
/// one character.
std::vector<std::string> wrapped(
    std::string_view text, int width, int lines, WrapBy by, std::string_view cutMark);

/// Returns the window of `width` characters, at least 1, through which a text runs to the left,
/// `step` characters after its begin stood at the left end; `gap` blanks, at least 0, part its end
/// from its next begin. A text that fits stands still.
std::string scrolled(std::string_view text, int width, int gap, std::int64_t step);

} // namespace fern
