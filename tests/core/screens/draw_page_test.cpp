#include "screens/draw_page.h"

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

TEST(DrawPage, KnowsWhatAFieldCovers)
{
    EXPECT_EQ(fieldBox(page().fields[1], 4, {}), (Box{0, 16, 64, 32}));
    EXPECT_EQ(glyphCount(page(), {}, [](std::size_t) { return 5; }), 9);
}

} // namespace
} // namespace fern
