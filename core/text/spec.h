#pragma once
// What the file says about the text of a reader: how a value becomes the cells of a field.

#include "base/archive.h"

#include <string>

namespace fern {

enum class Align { Right, Left };
inline constexpr Words<2> alignWords{"right", "left"};
enum class Pad { Blank, Zero };
inline constexpr Words<2> padWords{"blank", "zero"};

struct TextSpec {
    int decimals = 1; ///< 0 … 9
    int width = 5; ///< cells, sign, point and unit included
    Align align = Align::Right;
    Pad pad = Pad::Blank;
    std::string unitShown; ///< written after a blank, inside the width; empty for none
    std::string overflow = "#"; ///< one ASCII character that fills a field too small for its number
    Extras extras;

    bool operator==(const TextSpec&) const = default;
};

template <class Archive> void describe(Archive& a, TextSpec& t)
{
    a.integer("decimals", t.decimals, 0, 9);
    a.integer("width", t.width, 1, 40);
    a.choice("align", t.align, alignWords);
    a.choice("pad", t.pad, padWords);
    a.text("unitShown", t.unitShown);
    a.text("overflow", t.overflow);
    if (Archive::isReading
        && (t.overflow.size() != 1 || t.overflow[0] <= ' ' || t.overflow[0] > '~'))
        a.failAt("overflow", "the overflow mark must be one visible ASCII character");
    a.extras(t.extras);
}

} // namespace fern
