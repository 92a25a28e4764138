#include "screens/ready_glyphs.h"

#include "screens/draw_cells.h"

#include <array>

namespace fern {

namespace {

constexpr auto glyphs = std::to_array<ReadyGlyph>({
    {"degree", "01100 10010 10010 01100 00000 00000 00000 00000"},
    {"micro", "00000 00000 10010 10010 10010 11101 10000 00000"},
    {"ohm", "00000 01110 10001 10001 10001 01010 11011 00000"},
    {"arrow up", "00100 01110 10101 00100 00100 00100 00100 00000"},
    {"arrow down", "00100 00100 00100 00100 10101 01110 00100 00000"},
    {"heart", "00000 01010 11111 11111 11111 01110 00100 00000"},
    {"bell", "00100 01110 01110 01110 11111 00000 00100 00000"},
    {"battery", "01110 11011 10001 10001 11111 11111 11111 00000"},
    {"drop", "00100 00100 01110 01110 11111 11111 01110 00000"},
    {"lock", "01110 10001 10001 11111 11011 11011 11111 00000"},
    {"hourglass", "11111 10001 01010 00100 01010 10101 11111 00000"},
    {"tick", "00000 00001 00011 10110 11100 01000 00000 00000"},
});

} // namespace

std::span<const ReadyGlyph> readyGlyphs()
{
    return glyphs;
}

std::vector<Dots> barSet(bool isUpright)
{
    Field bar;
    bar.kind = FieldKind::Bar;
    bar.isUpright = isUpright;
    Page page;
    page.fields = {bar};
    std::vector<Dots> set;
    for (const auto& rows : ownSigns(page))
        set.push_back(Dots::ofRows({rows.begin(), rows.end()}, 5));
    return set;
}

} // namespace fern
