#pragma once
// What the file says about the text of a reader: how a value becomes the cells of a field.

#include "base/archive.h"

#include <algorithm>
#include <cmath>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class Align { Right, Left };
inline constexpr Words<2> alignWords{"right", "left"};
enum class Pad { Blank, Zero };
inline constexpr Words<2> padWords{"blank", "zero"};

/// How a value is written.
enum class TextForm {
    Number,
    MinutesSeconds, ///< m:ss of seconds, cut to whole seconds as a counter shows them
    HoursMinutesSeconds, ///< h:mm:ss
    HoursMinutes, ///< h:mm, as a clock shows it
    Hexadecimal, ///< whole numbers, at least `decimals` digits
    Name, ///< what people call a code, a text, or a range of numbers
    CodeAndName, ///< of codes and texts
};
inline constexpr Words<7> textFormWords{
    "number", "m:ss", "h:mm:ss", "h:mm", "hexadecimal", "name", "code and name"};

/// Returns whether words are written, and no number.
constexpr bool isOfWords(TextForm form)
{
    return form == TextForm::Name || form == TextForm::CodeAndName;
}

constexpr bool isTimeForm(TextForm form)
{
    return form == TextForm::MinutesSeconds || form == TextForm::HoursMinutesSeconds
        || form == TextForm::HoursMinutes;
}

/// Numbers that are called by a name, up to the begin of the next ones.
struct RangeName {
    double from = 0; ///< in the reader's unit
    std::string name; ///< empty: the number

    bool operator==(const RangeName&) const = default;
};

struct TextSpec {
    TextForm form = TextForm::Number;
    int decimals = 1; ///< 0 … 9
    int width = 5; ///< cells, sign, point and unit included
    Align align = Align::Right;
    Pad pad = Pad::Blank;
    bool isRounded = false; ///< a time, to what its form shows; else it is cut, as a counter does
    std::vector<RangeName> ranges; ///< of a name of numbers, rising; below them all the number
    double rangeSlack = 0; ///< so far below its begin a range is left again, in the reader's unit
    std::string unitShown; ///< written after a blank, inside the width; empty for none
    // Each mark is one visible ASCII character that fills the digits' place.
    std::string overflow = "#"; ///< the field is too small for its number
    std::string invalid = "-"; ///< there is a sample, but no value
    std::string stale = "?"; ///< the newest sample is too old
    std::string notYet = "."; ///< no sample has come since power-on
    Extras extras;

    bool operator==(const TextSpec&) const = default;
};

/// Returns whether plain numbers are written: always, or in ranges that have no name.
inline bool writesNumbers(const TextSpec& spec)
{
    return spec.form == TextForm::Number
        || (isOfWords(spec.form)
            && std::any_of(spec.ranges.begin(), spec.ranges.end(),
                [](const RangeName& range) { return range.name.empty(); }));
}

/// Returns what the last place of a text is worth, in the unit that it is written in: times count
/// in whole seconds or minutes, names and hexadecimal numbers in ones.
inline double digitWorth(const TextSpec& spec)
{
    if (writesNumbers(spec))
        return std::pow(10.0, -spec.decimals);
    return spec.form == TextForm::HoursMinutes ? 60 : 1;
}

template <class Archive> void describe(Archive& a, RangeName& r)
{
    a.number("from", r.from);
    a.text("name", r.name);
}

template <class Archive> void describe(Archive& a, TextSpec& t)
{
    a.optionalChoice("form", t.form, textFormWords);
    a.integer("decimals", t.decimals, 0, 9);
    a.integer("width", t.width, 1, 40);
    a.choice("align", t.align, alignWords);
    a.choice("pad", t.pad, padWords);
    if (isTimeForm(t.form))
        a.flag("rounded", t.isRounded);
    a.optionalList("ranges", t.ranges);
    if (!t.ranges.empty() && (Archive::isReading ? a.has("rangeSlack") : t.rangeSlack != 0))
        a.number("rangeSlack", t.rangeSlack, Range::notNegative());
    if constexpr (Archive::isReading)
        for (std::size_t i = 1; i < t.ranges.size(); ++i)
            if (t.ranges[i].from <= t.ranges[i - 1].from)
                a.failAt("ranges", "ranges must begin one above another");
    a.text("unitShown", t.unitShown);
    const auto mark = [&](std::string_view key, std::string& text) {
        a.text(key, text);
        if (Archive::isReading && (text.size() != 1 || text[0] <= ' ' || text[0] > '~'))
            a.failAt(key, "the " + std::string(key) + " mark must be one visible ASCII character");
    };
    mark("invalid", t.invalid);
    mark("stale", t.stale);
    mark("notYet", t.notYet);
    mark("overflow", t.overflow);
    a.extras(t.extras);
}

} // namespace fern
