#include "drive/pixel_page.h"

#include "glass/pixel_font.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

TEST(PixelPage, DrawsLabelsAndTheTextsOfReadersInTheirInks)
{
    Page page;
    auto& label = page.fields.emplace_back();
    label.text = "km/h";
    label.x = 64;
    label.font = "6x12";
    label.ink = Ink::Red;
    auto& value = page.fields.emplace_back();
    value.kind = FieldKind::Value;
    value.y = 16;
    value.font = "16x32";
    const PixelPage drawn(128, 64, Rotation::Upright, page,
        sampleContent(page, [](std::size_t field) { return field == 1 ? " 6.3" : "?"; }));
    MonoFrame red(128, 64);
    drawText(red, 64, 0, "km/h", *findPixelFont("6x12"), 1);
    MonoFrame usual(128, 64);
    drawText(usual, 0, 16, " 6.3", *findPixelFont("16x32"), 1);
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 128; ++x) {
            const auto expected = red.pixel(x, y) ? std::optional(Ink::Red)
                : usual.pixel(x, y)               ? std::optional(Ink::Usual)
                                                  : std::nullopt;
            ASSERT_EQ(drawn.inkAt(x, y), expected) << x << ", " << y;
        }
}

} // namespace
} // namespace fern
