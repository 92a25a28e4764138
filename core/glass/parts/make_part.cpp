#include "glass/parts/make_part.h"

#include "glass/parts/character_lcd.h"
#include "glass/parts/colour_panel.h"
#include "glass/parts/mono_lcd.h"
#include "glass/parts/mono_oled.h"
#include "glass/parts/paper.h"
#include "glass/parts/segment_glass.h"
#include "glass/parts/shift_register.h"
#include "glass/parts/turned_part.h"
#include "glass/parts/two_wire_digits.h"

#include <optional>

namespace fern {

namespace {

using Made = std::unique_ptr<GlassPart>;

/// Makes the part of a shape; what does not depend on the shape is common.
struct Maker {
    double size;
    int address;
    DisplayInterface interface;

    Made operator()(const MonoOledSpec& s) const
    {
        return std::make_unique<MonoOled>(s, size, address);
    }
    Made operator()(const MonoLcdSpec& /*s*/) const { return std::make_unique<MonoLcd>(size); }
    Made operator()(const CharacterLcdSpec& s) const
    {
        return std::make_unique<CharacterLcd>(
            s, size, interface == DisplayInterface::I2c ? std::optional(address) : std::nullopt);
    }
    Made operator()(const TwoWireDigitsSpec& s) const
    {
        return std::make_unique<TwoWireDigits>(s, size);
    }
    Made operator()(const ShiftDigitsSpec& /*s*/) const
    {
        return std::make_unique<ShiftRegisterDigits>(size);
    }
    Made operator()(const LedMatrixSpec& s) const { return std::make_unique<LedMatrix>(s, size); }
    Made operator()(const ColourPanelSpec& s) const
    {
        return std::make_unique<ColourPanel>(s, size);
    }
    Made operator()(const PaperSpec& s) const { return std::make_unique<Paper>(s, size); }
    Made operator()(const SegmentGlassSpec& s) const
    {
        return std::make_unique<SegmentGlass>(s, size);
    }
};

} // namespace

Made makeGlassPart(const DisplaySpec& spec, int address)
{
    auto part = std::visit(Maker{inSi(spec.size), address, spec.interface}, spec.shape);
    return spec.turned == Rotation::Upright
        ? std::move(part)
        : std::make_unique<TurnedPart>(std::move(part), spec.turned);
}

} // namespace fern
