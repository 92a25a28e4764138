#pragma once
// What the file says about scaling: how a reading becomes a value in the channel's unit.

#include "base/archive.h"
#include "curves/points.h"
#include "curves/steinhart_hart.h"

#include <cmath>
#include <string>
#include <vector>

namespace fern {

enum class ScalingKind {
    FromParts, ///< from the nominal parts, or from what a source tells
    Linear, ///< value = gain · reading + offset
    Ratio, ///< value = reading · value / per
    TwoPoints, ///< the line through two readings with known values
    Polynomial, ///< of at most the fifth degree
    Table, ///< straight lines between points
    RangeMap, ///< whole numbers in, whole numbers out, as small boards map ranges
    SteinhartHart, ///< of a thermistor beside a fixed resistor
    Formula, ///< of `reading`
};
inline constexpr Words<9> scalingKindWords{"from parts", "linear", "ratio", "two points",
    "polynomial", "table", "range map", "Steinhart-Hart", "formula"};

/// What a table gives outside its points.
enum class TableEnds { Hold, Extend, Invalid };
inline constexpr Words<3> tableEndsWords{"hold", "extend", "invalid"};

/// What the formula of a scaling calls its reading.
inline constexpr std::string_view scalingVariable = "reading";
constexpr std::size_t mostCoefficients = 6;
constexpr std::size_t mostTablePoints = 1000;

/// A whole-number map: in_low … in_high becomes out_low … out_high, cut toward zero.
struct RangeMapSpec {
    int inLow = 0, inHigh = 1023;
    int outLow = 0, outHigh = 100;

    bool operator==(const RangeMapSpec&) const = default;
};
template <class Archive> void describe(Archive& a, RangeMapSpec& m)
{
    constexpr int most = 1 << 30;
    a.integer("inLow", m.inLow, -most, most);
    a.integer("inHigh", m.inHigh, -most, most);
    a.integer("outLow", m.outLow, -most, most);
    a.integer("outHigh", m.outHigh, -most, most);
    if constexpr (Archive::isReading)
        if (!a.failed() && m.inLow == m.inHigh)
            a.failAt("inHigh", "the two ends of the readings must differ");
}

struct ScalingSpec {
    ScalingKind kind = ScalingKind::FromParts;
    double gain = 1, offset = 0; ///< linear: units a reading, units
    double value = 1, per = 1; ///< ratio
    std::vector<double> coefficients{}; ///< polynomial, the constant first
    std::vector<CurvePoint> points{}; ///< two points, table: values over rising readings
    TableEnds ends = TableEnds::Hold;
    RangeMapSpec map{};
    SteinhartHart steinhartHart{};
    std::string formula{}; ///< of `reading`: "reading * 4.3 mV"; a plain number counts in the unit
    std::string unit{}; ///< that it gives; empty: the channel's
    double tare = 0; ///< taken off the value, in the channel's unit: what lies on an empty scale
    std::string calibration{}; ///< id of the calibration that it was applied from; else empty
    Extras extras{};

    bool operator==(const ScalingSpec&) const = default;
};

/// Coefficients are written as a list of numbers.
template <class Archive> void describeCoefficients(Archive& a, std::vector<double>& coefficients)
{
    auto array = json::makeArray();
    for (const double c : coefficients)
        array.items.push_back(json::makeNumber(c));
    a.node("coefficients", array);
    if constexpr (Archive::isReading) {
        coefficients.clear();
        for (const auto& item : array.items)
            if (item.kind == json::Kind::Number)
                coefficients.push_back(item.number);
        if (coefficients.size() != array.items.size() || coefficients.empty()
            || coefficients.size() > mostCoefficients)
            a.failAt("coefficients", "a polynomial has 1 to 6 numbers, the constant first");
    }
}

template <class Archive> void describe(Archive& a, ScalingSpec& s)
{
    a.choice("kind", s.kind, scalingKindWords);
    switch (s.kind) {
    case ScalingKind::FromParts:
        break;
    case ScalingKind::Linear:
        a.number("gain", s.gain);
        a.number("offset", s.offset);
        break;
    case ScalingKind::Ratio:
        a.number("value", s.value);
        a.number("per", s.per);
        if constexpr (Archive::isReading)
            if (!a.failed() && s.per == 0)
                a.failAt("per", "nothing can be divided by 0");
        break;
    case ScalingKind::Polynomial:
        describeCoefficients(a, s.coefficients);
        break;
    case ScalingKind::TwoPoints:
    case ScalingKind::Table:
        describePoints(
            a, "points", s.points, "points are [reading, value] pairs with rising readings");
        if constexpr (Archive::isReading) {
            const std::size_t most = s.kind == ScalingKind::Table ? mostTablePoints : 2;
            if (!a.failed() && (s.points.size() < 2 || s.points.size() > most))
                a.failAt("points",
                    s.kind == ScalingKind::Table ? "a table has 2 to 1000 points"
                                                 : "there must be two points");
        }
        if (s.kind == ScalingKind::Table)
            a.choice("ends", s.ends, tableEndsWords);
        break;
    case ScalingKind::RangeMap:
        a.object("map", s.map);
        break;
    case ScalingKind::SteinhartHart:
        a.number("a", s.steinhartHart.a);
        a.number("b", s.steinhartHart.b);
        a.number("c", s.steinhartHart.c);
        break;
    case ScalingKind::Formula:
        a.text("formula", s.formula);
        break;
    }
    if (s.kind != ScalingKind::FromParts && s.kind != ScalingKind::SteinhartHart)
        a.optionalText("unit", s.unit);
    if (Archive::isReading ? a.has("tare") : s.tare != 0)
        a.number("tare", s.tare);
    a.optionalText("calibration", s.calibration);
    a.extras(s.extras);
}

enum class FitModel {
    Offset, ///< gain · reading + c, the gain given
    Gain, ///< through zero
    TwoPoint, ///< through the pairs with the lowest and the highest reading
    Line,
    Quadratic,
    Table, ///< straight lines from pair to pair
};
inline constexpr Words<6> fitModelWords{
    "offset", "gain", "two-point", "line", "quadratic", "table"};

enum class Direction { Unknown, Rising, Falling };
inline constexpr Words<3> directionWords{"unknown", "rising", "falling"};

/// How far a reference may be off, as meters state it: a share of the reading and some digits.
struct ReferenceAccuracy {
    double percent = 0; ///< of the reading
    double digits = 0; ///< counts of the last one
    double digit = 0; ///< what one is worth, in the channel's unit
    bool isExact = false; ///< it is right by definition: a count, a fixed point

    /// Whether anything is known of it.
    bool isTold() const { return isExact || percent > 0 || digits * digit > 0; }
    /// Returns the limit at a reading of the reference, in the channel's unit.
    double limitAt(double reference) const
    {
        return percent / 100 * std::fabs(reference) + digits * digit;
    }
    bool operator==(const ReferenceAccuracy&) const = default;
};

/// A reading and what the reference said at the same time.
struct CalibrationPair {
    double reading = 0;
    double reference = 0; ///< in the channel's unit
    double scatter = 0; ///< rms of the readings that it is the mean of; 0: not known
    Direction direction = Direction::Unknown; ///< how the quantity came there
    bool isOff = false; ///< kept, but left out of the fit
    std::string remark{};
    double uncertainty = 0; ///< standard, of the reference, in the channel's unit; 0: not told
    Extras extras{};

    bool operator==(const CalibrationPair&) const = default;
};
template <class Archive> void describe(Archive& a, CalibrationPair& p)
{
    a.number("reading", p.reading);
    a.number("reference", p.reference);
    if (Archive::isReading ? a.has("scatter") : p.scatter != 0)
        a.number("scatter", p.scatter, Range::notNegative());
    if (Archive::isReading ? a.has("uncertainty") : p.uncertainty != 0)
        a.number("uncertainty", p.uncertainty, Range::notNegative());
    a.optionalChoice("direction", p.direction, directionWords);
    a.flag("off", p.isOff);
    a.optionalText("remark", p.remark);
    a.extras(p.extras);
}

/// Pairs, and what was made of them. One without an id is being worked on.
struct Calibration {
    std::string id;
    std::string on; ///< UTC time, ISO 8601, when it was applied
    std::string by; ///< who did it
    std::string reference; ///< the instrument that said what is true
    std::string note;
    FitModel model = FitModel::Line;
    ReferenceAccuracy accuracy;
    std::vector<CalibrationPair> pairs;
    ScalingSpec result; ///< what was applied
    Extras extras;

    bool operator==(const Calibration&) const = default;
};
template <class Archive> void describe(Archive& a, Calibration& c)
{
    a.optionalText("id", c.id);
    a.optionalText("on", c.on);
    a.optionalText("by", c.by);
    a.optionalText("reference", c.reference);
    a.optionalText("note", c.note);
    a.choice("model", c.model, fitModelWords);
    a.number("referencePercent", c.accuracy.percent, Range::notNegative());
    a.number("referenceDigits", c.accuracy.digits, Range::notNegative());
    a.number("referenceDigit", c.accuracy.digit, Range::notNegative());
    a.flag("referenceIsExact", c.accuracy.isExact);
    a.list("pairs", c.pairs);
    if (Archive::isReading ? a.has("result") : !c.id.empty())
        a.object("result", c.result);
    a.extras(c.extras);
}

} // namespace fern
