#pragma once
// A page drawn in pixels by a firmware that turns what it draws.

#include "glass/display_spec.h"
#include "glass/mono_frame.h"
#include "screens/draw_page.h"

#include <optional>
#include <vector>

namespace fern {

class PixelPage {
public:
    /// The size is that of the memory; the page is drawn as it is looked at.
    PixelPage(
        int columns, int rows, Rotation rotation, const Page& page, const PageContent& content);
    /// Returns the ink of a pixel of the memory; none where nothing is drawn.
    std::optional<Ink> inkAt(int x, int y) const;
    /// Returns the colour of a picture there, where nothing else is drawn, as a panel of 16 bits
    /// shows it.
    std::optional<std::uint16_t> colourAt(int x, int y) const;
    /// Returns all that is drawn where it stands as the memory has it, in one ink; else null.
    const MonoFrame* plainFrame() const;

private:
    /// All that is drawn in one ink.
    struct Layer {
        Ink ink;
        MonoFrame frame;
    };
    /// A picture of many colours, behind all that is drawn in inks.
    struct Painted {
        int x, y;
        SharedPicture picture;
    };
    Layer& layerOf(Ink ink);
    void drawPicture(const Field& field);
    /// Where a pixel of the memory is seen.
    std::pair<int, int> seenAt(int x, int y) const;

    int m_columns, m_rows;
    Rotation m_rotation;
    std::vector<Layer> m_layers;
    std::vector<Painted> m_painted;
};

} // namespace fern
