#pragma once
// What the file says about a reader that can write its number in more than one unit: switched by a
// code, or by how large the number is.

#include "base/archive.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// The same number in another unit.
struct NumberForm {
    std::string unit; ///< of the same dimension as the reader's own
    std::string unitShown; ///< written after a blank, inside the width; empty for none
    int decimals = 1; ///< 0 … 9
    double from = 1; ///< by size: the number, in the reader's own unit and without its sign, from
                     ///< which it is written so

    bool operator==(const NumberForm&) const = default;
};

enum class FormChange {
    Code, ///< on to the next form, and from the last one to the reader's own
    Size,
};
inline constexpr Words<2> formChangeWords{"by a code", "by its size"};

struct OtherForms {
    FormChange change = FormChange::Code;
    std::string by; ///< the channel of codes
    std::string name; ///< of its code
    std::string onPage; ///< the code counts only while that page is shown; empty: always
    double hysteresisPercent = 5; ///< of where a form begins: so far below it is left again
    std::vector<NumberForm> forms; ///< beside the reader's own; by size in rising order

    bool operator==(const OtherForms&) const = default;
};

template <class Archive> void describe(Archive& a, NumberForm& f)
{
    a.text("unit", f.unit);
    a.optionalText("unitShown", f.unitShown);
    a.integer("decimals", f.decimals, 0, 9);
    a.number("from", f.from, Range::positive());
}

template <class Archive> void describe(Archive& a, OtherForms& o)
{
    a.choice("change", o.change, formChangeWords);
    if (o.change == FormChange::Code) {
        a.text("by", o.by);
        a.text("name", o.name);
        a.optionalText("onPage", o.onPage);
    } else {
        a.number("hysteresisPercent", o.hysteresisPercent, {0, 50});
    }
    a.list("forms", o.forms);
    if constexpr (Archive::isReading)
        for (std::size_t i = 1; i < o.forms.size() && o.change == FormChange::Size; ++i)
            if (o.forms[i].from <= o.forms[i - 1].from)
                a.failAt("forms", "forms by size must begin one above another");
}

} // namespace fern
