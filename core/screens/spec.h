#pragma once
// What the file says about pages: fields on the glass.

#include "base/archive.h"
#include "screens/dots.h"
#include "screens/page_turning.h"

#include <array>
#include <string>
#include <vector>

namespace fern {

enum class FieldKind {
    Value,
    Label,
    Bar, ///< as long as its value, between two ends
    History, ///< the last values, side by side
    TextBlock, ///< text over several lines
    Scroller, ///< text that runs through a window
    Alarm, ///< a sign while a value is beyond its limits
    PageDots, ///< which of the display's pages is shown
    Glyph, ///< a sign of one's own
    Picture,
    List, ///< the rows of a timed list that come next
    Count, ///< whole seconds for which its page has been shown, such as of a search
};
constexpr std::size_t fieldKinds = 12;
inline constexpr Words<fieldKinds> fieldKindWords{"value", "label", "bar", "history", "text",
    "scroller", "alarm", "page dots", "glyph", "picture", "list", "count"};

/// What the size of a field is counted in.
enum class FieldSize {
    AsWritten, ///< it has none: its text says it
    AsDrawn, ///< nor has it: its dots say it
    OfGlass, ///< pixels, or cells
    Lines, ///< characters in a line, and lines
    Window, ///< characters
};

struct FieldTraits {
    bool hasReader, hasText, hasEnds, hasInterval;
    bool isWritten; ///< in a font, where the glass has pixels
    bool hasScale; ///< its pixels can be several of the glass
    bool fitsDigits; ///< a glass of digits can show it
    FieldSize size;
};
/// In the order of FieldKind.
inline constexpr std::array<FieldTraits, fieldKinds> fieldTraits{{
    {true, false, false, false, true, true, true, FieldSize::AsWritten},
    {false, true, false, false, true, true, true, FieldSize::AsWritten},
    {true, false, true, false, false, false, false, FieldSize::OfGlass},
    {true, false, true, true, false, false, false, FieldSize::OfGlass},
    {false, true, false, false, true, true, false, FieldSize::Lines},
    {false, true, false, true, true, true, true, FieldSize::Window},
    {true, true, true, false, true, true, true, FieldSize::AsWritten},
    {false, false, false, false, false, false, false, FieldSize::AsWritten},
    {false, false, false, false, false, true, false, FieldSize::AsDrawn},
    {false, false, false, false, false, false, false, FieldSize::AsDrawn},
    {true, false, false, false, true, true, false, FieldSize::Lines},
    {false, false, false, false, true, true, true, FieldSize::Window},
}};
/// Returns whether what a field reads is shown as a number or in words.
constexpr bool isOfDigits(FieldKind kind)
{
    return kind == FieldKind::Value || kind == FieldKind::List;
}
constexpr const FieldTraits& traitsOf(FieldKind kind)
{
    return fieldTraits[static_cast<std::size_t>(kind)];
}

constexpr int dotSide = 3; ///< pixels of a page dot at scale 1, and between two of them
constexpr int scrollerGap = 3; ///< usual blanks between the end of a running text and its begin

/// In which a field is drawn, where the glass has several; the usual one stands out most.
enum class Ink { Usual, White, Black, Red, Green, Blue, Yellow, Orange };
inline constexpr Words<8> inkWords{
    "usual", "white", "black", "red", "green", "blue", "yellow", "orange"};

struct Field {
    std::string id;
    FieldKind kind = FieldKind::Label;
    std::string reader; ///< whose text or value is shown
    std::string text; ///< of an alarm: its sign
    int x = 0; ///< pixels, cells or digits from the left edge
    int y = 0;
    int width = 1, height = 1; ///< where it has a size of its own
    double least = 0, most = 100; ///< ends, or limits of an alarm, in the unit of its reader
    Quantity every{300, "ms"}; ///< from one point, or one step of a running text, to the next
    int gap = scrollerGap; ///< blanks of a running text between its end and its next begin
    bool isUpright = false; ///< a bar grows up, else to the right
    bool wrapsCells = false; ///< lines end anywhere, else between words
    bool showsPresent = false; ///< a list begins with the row that is in force now, else the next
    Dots dots{5, 8}; ///< of a glyph
    SharedPicture picture;
    std::string font = "8x16";
    int scale = 1; ///< font pixels are scale × scale pixels
    Ink ink = Ink::Usual;
    Extras extras;

    const FieldTraits& traits() const { return traitsOf(kind); }
    bool operator==(const Field&) const = default;
};

template <class Archive> void describe(Archive& a, Field& f)
{
    a.text("id", f.id);
    a.choice("kind", f.kind, fieldKindWords);
    const auto& traits = f.traits();
    if (traits.hasReader)
        a.text("reader", f.reader);
    if (traits.hasText)
        a.text("text", f.text);
    a.integer("x", f.x, -1024, 1024);
    a.integer("y", f.y, -1024, 1024);
    if (traits.size != FieldSize::AsWritten && traits.size != FieldSize::AsDrawn)
        a.integer("width", f.width, 1, 1024);
    if (traits.size == FieldSize::OfGlass || traits.size == FieldSize::Lines)
        a.integer("height", f.height, 1, 1024);
    if (traits.hasEnds) {
        a.number("least", f.least, {-1e12, 1e12});
        a.number("most", f.most, {-1e12, 1e12});
        if (Archive::isReading && f.least >= f.most)
            a.failAt("most", "the most must be larger than the least");
    }
    if (traits.hasInterval)
        a.quantity("every", f.every, "s", {0.01, 86400});
    if (f.kind == FieldKind::Scroller)
        a.optionalInteger("gap", f.gap, scrollerGap, 0, 40);
    if (f.kind == FieldKind::Bar)
        a.flag("upright", f.isUpright);
    if (f.kind == FieldKind::TextBlock)
        a.flag("wrapsCells", f.wrapsCells);
    if (f.kind == FieldKind::List)
        a.flag("present", f.showsPresent);
    if (f.kind == FieldKind::Glyph)
        a.object("dots", f.dots);
    if (f.kind == FieldKind::Picture)
        a.object("picture", f.picture);
    if (traits.isWritten)
        a.text("font", f.font);
    if (traits.hasScale)
        a.integer("scale", f.scale, 1, 4);
    a.optionalChoice("ink", f.ink, inkWords);
    a.extras(f.extras);
}

struct Page {
    std::string id;
    std::string display; ///< id of the display that shows it
    std::string name;
    PageCondition when;
    std::vector<Field> fields;
    Extras extras;

    bool operator==(const Page&) const = default;
};

template <class Archive> void describe(Archive& a, Page& p)
{
    a.text("id", p.id);
    a.text("display", p.display);
    a.text("name", p.name);
    if (Archive::isReading ? a.has("when") : p.when.comes != PageComes::Turned)
        a.object("when", p.when);
    a.list("fields", p.fields);
    a.extras(p.extras);
}

} // namespace fern
