#pragma once
// What the file says about a display: its kind with the geometry of that kind, how it is wired and
// mounted, and how fast it is.

#include "base/archive.h"

#include <algorithm>
#include <span>
#include <variant>

namespace fern {

/// How something is turned as it is looked at, clockwise, in degrees.
enum class Rotation { Upright, Right, Over, Left };
inline constexpr Words<4> rotationWords{"0", "90", "180", "270"};

/// Returns whether left and right become top and bottom.
constexpr bool isSideways(Rotation rotation)
{
    return rotation == Rotation::Right || rotation == Rotation::Left;
}

/// Mono pixels that glow, with either of two usual controllers.
struct MonoOledSpec {
    int columns = 128, rows = 64; ///< rows are 64, 48, 32 or 16
    bool isPageByPage = false; ///< it has no window that its pointer runs through
    bool isSequential = false; ///< its rows hang on the pads one after another, not in turn
    int memoryColumns = 128;
    int firstSegment = 0; ///< of those that the glass has

    bool operator==(const MonoOledSpec&) const = default;
};

template <class Archive> void describe(Archive& a, MonoOledSpec& s)
{
    a.integer("columns", s.columns, 8, 132);
    a.integer("rows", s.rows, 8, 64);
    a.flag("pageByPage", s.isPageByPage);
    a.flag("sequentialRows", s.isSequential);
    a.optionalInteger("memoryColumns", s.memoryColumns, 128, 8, 132);
    a.optionalInteger("firstSegment", s.firstSegment, 0, 0, 131);
    if (Archive::isReading && s.rows % 8 != 0)
        a.failAt("rows", "the rows must be a multiple of 8: its memory has pages of 8 rows");
    if (Archive::isReading && s.firstSegment + s.columns > s.memoryColumns)
        a.failAt("columns", "the columns of the glass must lie within those of the memory");
}

/// Mono liquid crystal of 84 × 48 pixels.
struct MonoLcdSpec {
    bool operator==(const MonoLcdSpec&) const = default;
};

template <class Archive> void describe(Archive& /*a*/, MonoLcdSpec& /*s*/) { }

/// Which character set is built into a character display.
enum class CharacterRom { Kana, European };
inline constexpr Words<2> characterRomWords{"kana", "European"};

struct CharacterLcdSpec {
    int columns = 16, rows = 2;
    CharacterRom rom = CharacterRom::Kana;

    bool operator==(const CharacterLcdSpec&) const = default;
};

template <class Archive> void describe(Archive& a, CharacterLcdSpec& s)
{
    a.integer("columns", s.columns, 8, 40);
    a.integer("rows", s.rows, 1, 4);
    a.optionalChoice("characters", s.rom, characterRomWords);
    if (Archive::isReading && s.columns * s.rows > 80)
        a.failAt("columns", "its controller has 80 cells and no more");
}

struct TwoWireDigitsSpec {
    int digits = 4; ///< 4, or 6 in the order that modules of six have
    bool hasColon = false; ///< the point of the second digit is one

    bool operator==(const TwoWireDigitsSpec&) const = default;
};

template <class Archive> void describe(Archive& a, TwoWireDigitsSpec& s)
{
    a.integer("digits", s.digits, 4, 6);
    a.flag("colon", s.hasColon);
    if (Archive::isReading && s.digits == 5)
        a.failAt("digits", "such modules have 4 or 6 digits");
}

/// Eight digits on a shift-register driver.
struct ShiftDigitsSpec {
    bool operator==(const ShiftDigitsSpec&) const = default;
};

template <class Archive> void describe(Archive& /*a*/, ShiftDigitsSpec& /*s*/) { }

struct LedMatrixSpec {
    int modules = 4; ///< of 8 × 8, from left to right, the nearest first
    Rotation rotation = Rotation::Upright; ///< of each module: register 1 is on top, or at a side
    bool isMirrored = false; ///< left and right exchanged in each module

    bool operator==(const LedMatrixSpec&) const = default;
};

template <class Archive> void describe(Archive& a, LedMatrixSpec& s)
{
    a.integer("modules", s.modules, 1, 16);
    a.optionalChoice("moduleRotation", s.rotation, rotationWords);
    a.flag("mirrored", s.isMirrored);
}

struct ColourPanelSpec {
    int memoryColumns = 240, memoryRows = 320;
    int firstColumn = 0, firstRow = 0; ///< of the glass in the memory
    int glassColumns = 240, glassRows = 320; ///< as the memory has them
    bool isLandscape = false; ///< it is looked at with its rows from left to right
    bool wantsInversion = false; ///< right colours need the inversion on

    bool operator==(const ColourPanelSpec&) const = default;
};

template <class Archive> void describe(Archive& a, ColourPanelSpec& s)
{
    a.integer("columns", s.glassColumns, 8, 1024);
    a.integer("rows", s.glassRows, 8, 1024);
    a.integer("memoryColumns", s.memoryColumns, 8, 1024);
    a.integer("memoryRows", s.memoryRows, 8, 1024);
    a.optionalInteger("firstColumn", s.firstColumn, 0, 0, 1023);
    a.optionalInteger("firstRow", s.firstRow, 0, 0, 1023);
    a.flag("landscape", s.isLandscape);
    a.flag("wantsInversion", s.wantsInversion);
    if (Archive::isReading
        && (s.firstColumn + s.glassColumns > s.memoryColumns
            || s.firstRow + s.glassRows > s.memoryRows))
        a.failAt("columns", "the glass must lie within the memory");
}

struct PaperSpec {
    int columns = 128, rows = 296;
    int colours = 2; ///< 2, 3, 4, 6 or 7
    Quantity fullRefresh{2, "s"};
    Quantity partialRefresh{0, "s"}; ///< 0: it has none

    bool operator==(const PaperSpec&) const = default;
};

template <class Archive> void describe(Archive& a, PaperSpec& s)
{
    a.integer("columns", s.columns, 8, 1024);
    a.integer("rows", s.rows, 8, 1024);
    a.integer("colours", s.colours, 2, 7);
    a.quantity("fullRefresh", s.fullRefresh, "s", {0.01, 600});
    a.optionalQuantity("partialRefresh", s.partialRefresh, "s", {0, 600});
    if (Archive::isReading && s.colours == 5)
        a.failAt("colours", "such paper has 2, 3, 4, 6 or 7 colours");
}

/// Where a segment of a raw glass hangs, both from 1; none where nobody has found it.
struct SegmentPlace {
    int line = 0, backplane = 0;

    bool isFound() const { return line > 0 && backplane > 0; }
    bool operator==(const SegmentPlace&) const = default;
};
using SegmentMap = std::vector<SegmentPlace>; ///< eight for each digit: A to G and the point

/// Liquid-crystal glass without a controller: the board drives its lines itself.
struct SegmentGlassSpec {
    int digits = 3;
    int lines = 7, backplanes = 3; ///< of 1 backplane each segment has a line of its own
    SegmentMap map;

    bool operator==(const SegmentGlassSpec&) const = default;
};

/// Writes a map as a word for each segment, line and backplane: "1/1 1/2 -".
std::string segmentMapText(const SegmentMap& map);
/// Reads such a text. Error says what is none.
Result<SegmentMap> parseSegmentMap(std::string_view text);

template <class Archive> void describe(Archive& a, SegmentGlassSpec& s)
{
    a.integer("digits", s.digits, 1, 16);
    a.integer("lines", s.lines, 1, 128);
    a.integer("backplanes", s.backplanes, 1, 4);
    auto words = segmentMapText(s.map);
    a.optionalText("map", words);
    if constexpr (Archive::isReading) {
        if (auto read = parseSegmentMap(words); !read)
            a.failAt("map", read.error().message);
        else if (std::any_of(read->begin(), read->end(), [&s](const SegmentPlace& place) {
                     return place.line > s.lines || place.backplane > s.backplanes;
                 }))
            a.failAt("map", "the glass has no such line or backplane");
        else
            s.map = *std::move(read);
        s.map.resize(static_cast<std::size_t>(s.digits) * 8);
    }
}

using DisplayShape = std::variant<MonoOledSpec, MonoLcdSpec, CharacterLcdSpec, TwoWireDigitsSpec,
    ShiftDigitsSpec, LedMatrixSpec, ColourPanelSpec, PaperSpec, SegmentGlassSpec>;

/// The alternatives of DisplayShape, in their order.
enum class DisplayKind {
    MonoOled,
    MonoLcd,
    CharacterLcd,
    TwoWireDigits,
    ShiftDigits,
    LedMatrix,
    ColourPanel,
    Paper,
    SegmentGlass,
};
constexpr std::size_t displayKinds = std::variant_size_v<DisplayShape>;
inline constexpr Words<displayKinds> displayKindWords{"mono OLED", "mono LCD", "character LCD",
    "two-wire digits", "shift-register digits", "LED matrix", "colour panel", "paper",
    "segment glass"};

/// Returns a shape of that kind with usual figures.
DisplayShape shapeOf(DisplayKind kind);

enum class DisplayInterface {
    I2c,
    Spi, ///< with a line that tells data from commands where the kind has one
    FourBit,
    EightBit,
    TwoWire,
    Direct, ///< the lines of the glass themselves
};
inline constexpr Words<6> displayInterfaceWords{
    "i2c", "spi", "4-bit parallel", "8-bit parallel", "two-wire", "direct"};

/// What a kind is placed and read in.
enum class GlassUnit { Pixels, Cells, Digits };

/// What is true of all displays of a kind.
struct DisplayTraits {
    GlassUnit unit;
    std::span<const DisplayInterface> interfaces; ///< that it can have; the usual one first
    bool hasLight; ///< that its firmware can dim
};
const DisplayTraits& traitsOf(DisplayKind kind);

struct DisplaySpec;
/// Returns how often such a display is redrawn to begin with: digits twice a second, paper as often
/// as it bears.
Quantity usualInterval(const DisplaySpec& display);

struct DisplaySpec {
    DisplayShape shape;
    DisplayInterface interface = DisplayInterface::I2c;
    Quantity size{0.17, "mm"}; ///< from one pixel or dot to the next; of digits: their height
    Rotation turned = Rotation::Upright; ///< as it is built in
    Quantity response{10, "ms"}; ///< from the last byte until it is seen
    Quantity leastInterval{0, "s"}; ///< between two refreshes
    Extras extras;

    DisplayKind kind() const { return static_cast<DisplayKind>(shape.index()); }
    bool operator==(const DisplaySpec&) const = default;
};

template <class Archive> void describe(Archive& a, DisplaySpec& d)
{
    auto kind = d.kind();
    a.choice("kind", kind, displayKindWords);
    if (kind != d.kind())
        d.shape = shapeOf(kind);
    std::visit([&a](auto& shape) { describe(a, shape); }, d.shape);
    const auto& traits = traitsOf(kind);
    const auto canHave = [&](DisplayInterface i) {
        return std::find(traits.interfaces.begin(), traits.interfaces.end(), i)
            != traits.interfaces.end();
    };
    if (!canHave(d.interface))
        d.interface = traits.interfaces.front();
    a.choice("interface", d.interface, displayInterfaceWords);
    if (Archive::isReading && !canHave(d.interface))
        a.failAt("interface", "such displays have no such interface");
    a.quantity(
        traits.unit == GlassUnit::Digits ? "digitHeight" : "pitch", d.size, "m", Range::positive());
    a.optionalChoice("turned", d.turned, rotationWords);
    a.quantity("response", d.response, "s", {0, 60});
    a.optionalQuantity("leastInterval", d.leastInterval, "s", {0, 86400});
    a.extras(d.extras);
}

} // namespace fern
