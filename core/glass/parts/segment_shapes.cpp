#include "glass/parts/segment_shapes.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

struct Shape {
    char character;
    std::uint8_t segments;
};

// What looks like a digit is read as one: it stands first.
constexpr auto shapes = std::to_array<Shape>({{'0', 0x3F}, {'1', 0x06}, {'2', 0x5B}, {'3', 0x4F},
    {'4', 0x66}, {'5', 0x6D}, {'6', 0x7D}, {'7', 0x07}, {'8', 0x7F}, {'9', 0x6F}, {' ', 0x00},
    {'-', 0x40}, {'_', 0x08}, {'=', 0x48}, {'A', 0x77}, {'b', 0x7C}, {'C', 0x39}, {'c', 0x58},
    {'d', 0x5E}, {'E', 0x79}, {'F', 0x71}, {'H', 0x76}, {'h', 0x74}, {'J', 0x1E}, {'L', 0x38},
    {'n', 0x54}, {'o', 0x5C}, {'P', 0x73}, {'r', 0x50}, {'t', 0x78}, {'U', 0x3E}, {'u', 0x1C},
    {'y', 0x6E}, {'O', 0x3F}, {'S', 0x6D}, {'I', 0x06}, {'B', 0x7C}, {'D', 0x5E}, {'Y', 0x6E}});

} // namespace

char characterOf(std::uint8_t segments)
{
    const auto found = std::find_if(shapes.begin(), shapes.end(),
        [segments](const Shape& shape) { return shape.segments == (segments & 0x7F); });
    return found == shapes.end() ? '?' : found->character;
}

std::uint8_t segmentsOf(char character)
{
    const auto found = std::find_if(shapes.begin(), shapes.end(),
        [character](const Shape& shape) { return shape.character == character; });
    return found == shapes.end() ? noSegments : found->segments;
}

std::string textOf(const std::vector<std::uint8_t>& digits)
{
    std::string text;
    for (const auto digit : digits) {
        text += characterOf(digit);
        if ((digit & 0x80) != 0)
            text += '.';
    }
    return text;
}

} // namespace fern
