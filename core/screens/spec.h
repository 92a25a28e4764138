#pragma once
// What the file says about pages: fields on the glass.

#include "base/archive.h"

#include <string>
#include <vector>

namespace fern {

enum class FieldKind { Value, Label };
inline constexpr Words<2> fieldKindWords{"value", "label"};

/// In which a field is drawn, where the glass has several; the usual one stands out most.
enum class Ink { Usual, White, Black, Red, Green, Blue, Yellow, Orange };
inline constexpr Words<8> inkWords{
    "usual", "white", "black", "red", "green", "blue", "yellow", "orange"};

struct Field {
    std::string id;
    FieldKind kind = FieldKind::Label;
    std::string reader; ///< of a value: the reader whose text is shown
    std::string text; ///< of a label
    int x = 0; ///< pixels from the left edge to the first cell
    int y = 0;
    std::string font = "8x16";
    int scale = 1; ///< font pixels are scale × scale pixels
    Ink ink = Ink::Usual;
    Extras extras;

    bool operator==(const Field&) const = default;
};

template <class Archive> void describe(Archive& a, Field& f)
{
    a.text("id", f.id);
    a.choice("kind", f.kind, fieldKindWords);
    if (f.kind == FieldKind::Value)
        a.text("reader", f.reader);
    else
        a.text("text", f.text);
    a.integer("x", f.x, -1024, 1024);
    a.integer("y", f.y, -1024, 1024);
    a.text("font", f.font);
    a.integer("scale", f.scale, 1, 4);
    a.optionalChoice("ink", f.ink, inkWords);
    a.extras(f.extras);
}

struct Page {
    std::string id;
    std::string display; ///< id of the display that shows it
    std::string name;
    std::vector<Field> fields;
    Extras extras;

    bool operator==(const Page&) const = default;
};

template <class Archive> void describe(Archive& a, Page& p)
{
    a.text("id", p.id);
    a.text("display", p.display);
    a.text("name", p.name);
    a.list("fields", p.fields);
    a.extras(p.extras);
}

} // namespace fern
