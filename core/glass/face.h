#pragma once
// What is seen of a display: a face, which all pictures of it share, and a picture, which says how
// each element of the face looks.

#include "glass/mono_frame.h"

#include <cstdint>
#include <memory>
#include <vector>

namespace fern {

struct GlassColour {
    std::uint8_t red = 0, green = 0, blue = 0;

    bool operator==(const GlassColour&) const = default;
};

struct GlassPoint {
    double x = 0, y = 0; ///< metre, from the top left corner of the glass to the right and down

    bool operator==(const GlassPoint&) const = default;
};
using GlassOutline = std::vector<GlassPoint>;

/// Elements are pixels in a grid, row by row from the top left one, or have an outline each.
struct GlassFace {
    int columns = 0, rows = 0; ///< of a grid; 0: the elements have outlines
    double pitch = 0; ///< metre from one pixel to the next
    int cellColumns = 0, cellRows = 0; ///< of a grid in cells, with a gap of a pixel between them
    std::vector<GlassOutline> outlines;
    double width = 0, height = 0; ///< metre, of a glass of outlines
    std::vector<GlassColour>
        palette; ///< how each level looks; empty: levels are colours of 16 bits
    std::uint16_t ground = 0; ///< the level of what shows nothing
    bool isLitThrough = false; ///< the light comes through the ground, and not from the signs
    int ghosts = 0; ///< so many levels at the end of the palette show nothing but a shade of before

    bool operator==(const GlassFace&) const = default;
};

/// Returns how a level of a face looks. A colour of 16 bits has five of red, six of green, five of
/// blue, widened by repeating the high ones.
GlassColour colourOf(const GlassFace& face, std::uint16_t level);

/// Returns whether a level shows nothing that was drawn: the ground, or a ghost on it.
bool isGround(const GlassFace& face, std::uint16_t level);

struct GlassPicture {
    std::shared_ptr<const GlassFace> face; ///< never null
    std::vector<std::uint16_t> levels; ///< of each element
    double light = 1; ///< as a share of all that it can have
    double contrast = 1; ///< how much of what is shown stands out from the ground, 0 to 1

    /// Of a grid.
    std::uint16_t at(int column, int row) const
    {
        return levels[static_cast<std::size_t>(row) * static_cast<std::size_t>(face->columns)
            + static_cast<std::size_t>(column)];
    }
    /// Compares what is seen, not which face it is.
    bool operator==(const GlassPicture& other) const
    {
        return *face == *other.face && levels == other.levels && light == other.light
            && contrast == other.contrast;
    }
};

/// Returns the face of a display with mono pixels that glow.
GlassFace monoFace(int columns, int rows, double pitch);

/// Returns what a frame looks like on a face of its size.
GlassPicture pictureOf(const MonoFrame& frame, std::shared_ptr<const GlassFace> face);

/// Returns how strongly eyes see a share of the light: a tenth of it is no tenth as bright.
double seenShare(double light);

/// Returns the picture with its ghosts gone.
GlassPicture withoutGhosts(GlassPicture picture);

/// Returns a 64-bit FNV-1a hash of a picture: equal pictures have equal hashes. A grid of two
/// levels is hashed as its frame is, in pages of eight rows.
std::uint64_t pictureHash(const GlassPicture& picture);

} // namespace fern
