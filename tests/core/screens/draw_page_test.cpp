#include "screens/draw_page.h"

#include "glass/pixel_font.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Page page()
{
    Page p;
    Field label;
    label.text = "km/h";
    label.x = 64;
    label.font = "6x12";
    Field value;
    value.kind = FieldKind::Value;
    value.reader = "speed";
    value.y = 16;
    value.font = "16x32";
    p.fields = {label, value};
    return p;
}

TEST(DrawPage, DrawsLabelsAndTheTextsOfReaders)
{
    MonoFrame drawn(128, 64);
    drawn.setPixel(127, 63, true); // what stood there before is gone
    drawPage(drawn, page(), [](std::size_t field) { return field == 1 ? " 6.3" : "?"; });
    MonoFrame expected(128, 64);
    drawText(expected, 64, 0, "km/h", *findPixelFont("6x12"), 1);
    drawText(expected, 0, 16, " 6.3", *findPixelFont("16x32"), 1);
    EXPECT_EQ(drawn, expected);
}

TEST(DrawPage, KnowsWhatAFieldCovers)
{
    EXPECT_EQ(fieldBox(page().fields[1], 4), (Box{0, 16, 64, 32}));
    EXPECT_EQ(glyphCount(page(), [](std::size_t) { return 5; }), 9);
}

} // namespace
} // namespace fern
