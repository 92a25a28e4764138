#include "glass/parts/usual_parts.h"

#include "glass/parts/character_lcd.h"
#include "glass/parts/colour_panel.h"
#include "glass/parts/mono_lcd.h"
#include "glass/parts/mono_oled.h"
#include "glass/parts/paper.h"
#include "glass/parts/shift_register.h"
#include "glass/parts/two_wire_digits.h"

#include <algorithm>
#include <array>
#include <optional>

namespace fern {

namespace {

using Made = std::unique_ptr<GlassPart>;

/// Where the glass of a small one lies among the columns of the controller, and how it is wired.
template <int Columns, int Rows, int First, bool Alternates> Made oled()
{
    MonoOledSpec spec;
    spec.columns = Columns;
    spec.rows = Rows;
    spec.firstSegment = First;
    spec.isWiredAlternating = Alternates;
    return std::make_unique<MonoOled>(spec);
}

Made pageByPage()
{
    MonoOledSpec spec;
    spec.hasWindow = false;
    spec.memoryColumns = 132;
    spec.firstSegment = 2;
    return std::make_unique<MonoOled>(spec);
}

template <int Columns, int Rows, bool HasExpander> Made characters()
{
    CharacterLcdSpec spec;
    spec.columns = Columns;
    spec.rows = Rows;
    if (HasExpander)
        spec.expander = 0x27;
    return std::make_unique<CharacterLcd>(spec);
}

Made colours(const ColourPanelSpec& spec)
{
    return std::make_unique<ColourPanel>(spec);
}

constexpr auto parts = std::to_array<UsualPart>({
    {"mono-128x64", "mono OLED 128×64, page-addressed", oled<128, 64, 0, true>},
    {"mono-128x32", "mono OLED 128×32, page-addressed", oled<128, 32, 0, false>},
    {"mono-64x48", "mono OLED 64×48, page-addressed", oled<64, 48, 32, true>},
    {"mono-64x32", "mono OLED 64×32, page-addressed", oled<64, 32, 32, true>},
    {"mono-96x16", "mono OLED 96×16, page-addressed", oled<96, 16, 0, false>},
    {"mono-128x64-pages", "mono OLED 128×64, page by page, 132 columns", pageByPage},
    {"mono-84x48", "mono LCD 84×48", [] { return Made(std::make_unique<MonoLcd>(0.35e-3)); }},
    {"character-8x2", "character LCD 8×2, parallel", characters<8, 2, false>},
    {"character-16x2", "character LCD 16×2, parallel", characters<16, 2, false>},
    {"character-16x2-i2c", "character LCD 16×2, I²C expander", characters<16, 2, true>},
    {"character-20x2", "character LCD 20×2, parallel", characters<20, 2, false>},
    {"character-16x4", "character LCD 16×4, parallel", characters<16, 4, false>},
    {"character-20x4", "character LCD 20×4, parallel", characters<20, 4, false>},
    {"character-20x4-i2c", "character LCD 20×4, I²C expander", characters<20, 4, true>},
    {"four-digits-two-wire", "four digits with a colon, two-wire driver",
        [] {
            return Made(std::make_unique<TwoWireDigits>(TwoWireDigitsSpec{4, 9.1e-3, true}));
        }},
    {"six-digits-two-wire", "six digits, two-wire driver",
        [] {
            return Made(std::make_unique<TwoWireDigits>(TwoWireDigitsSpec{6, 9.1e-3, false}));
        }},
    {"eight-digits", "eight digits, shift-register driver",
        [] { return Made(std::make_unique<ShiftRegisterDigits>(9.1e-3)); }},
    {"matrix-32x8", "LED matrix, four modules of 8×8",
        [] { return Made(std::make_unique<LedMatrix>(LedMatrixSpec{})); }},
    {"colour-tft", "colour TFT 240×135, RGB565", [] { return colours({}); }},
    {"colour-240x240", "colour TFT 240×240, RGB565",
        [] {
            return colours({240, 320, 0, 0, 240, 240, false, true});
        }},
    {"colour-320x240", "colour TFT 320×240, RGB565",
        [] {
            return colours({240, 320, 0, 0, 240, 320, true, false});
        }},
    {"colour-160x128", "colour TFT 160×128, RGB565",
        [] {
            return colours({128, 160, 0, 0, 128, 160, true, false});
        }},
    {"colour-128x128", "colour TFT 128×128, RGB565",
        [] {
            return colours({132, 162, 2, 3, 128, 128, false, false});
        }},
    {"paper-128x296", "electronic paper, 128×296, black and white",
        [] { return Made(std::make_unique<Paper>(PaperSpec{})); }},
    {"paper-128x296-red", "electronic paper, 128×296, black, white and red",
        [] {
            return Made(
                std::make_unique<Paper>(PaperSpec{128, 296, PaperWay::Planes, 3, 15, 0, 0.23e-3}));
        }},
    {"electronic-paper", "electronic paper, 640×400, seven colours",
        [] {
            return Made(
                std::make_unique<Paper>(PaperSpec{640, 400, PaperWay::Nibbles, 7, 30, 0, 0.2e-3}));
        }},
});

} // namespace

std::span<const UsualPart> usualParts()
{
    return parts;
}

std::unique_ptr<GlassPart> makeUsualPart(std::string_view id)
{
    const auto found = std::find_if(
        parts.begin(), parts.end(), [id](const UsualPart& part) { return part.id == id; });
    return found == parts.end() ? nullptr : found->make();
}

} // namespace fern
