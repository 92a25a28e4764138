#pragma once
// What the file says about scenarios: lanes of points that the world follows.

#include "base/archive.h"
#include "curves/polyline.h"

#include <cstdint>
#include <string>
#include <vector>

namespace fern {

/// One true quantity over time, straight lines between the points; past its last point it holds.
struct LaneSpec {
    std::string id; ///< the channel's source names it
    std::string unit;
    std::vector<CurvePoint> points; ///< x seconds since the start, rising; y in `unit`
    Extras extras;

    bool operator==(const LaneSpec&) const = default;
};

/// Points are written as [seconds, value] pairs.
template <class Archive> void describePoints(Archive& a, std::vector<CurvePoint>& points)
{
    auto array = json::makeArray();
    for (const auto& point : points) {
        auto& pair = array.items.emplace_back(json::makeArray());
        pair.items = {json::makeNumber(point.x), json::makeNumber(point.y)};
    }
    a.node("points", array);
    if constexpr (Archive::isReading) {
        points.clear();
        for (const auto& pair : array.items) {
            const bool isPair = pair.items.size() == 2 && pair.items[0].kind == json::Kind::Number
                && pair.items[1].kind == json::Kind::Number;
            if (!isPair || (!points.empty() && !(pair.items[0].number > points.back().x)))
                return a.failAt("points", "points are [seconds, value] pairs with rising seconds");
            points.push_back({pair.items[0].number, pair.items[1].number});
        }
        if (points.empty())
            a.failAt("points", "a lane needs at least one [seconds, value] point");
    }
}

template <class Archive> void describe(Archive& a, LaneSpec& l)
{
    a.text("id", l.id);
    a.text("unit", l.unit);
    if (Archive::isReading && !parseUnit(l.unit))
        a.failAt("unit", "the unit \"" + l.unit + "\" is not known");
    describePoints(a, l.points);
    a.extras(l.extras);
}

struct Scenario {
    std::string id;
    std::string name;
    std::uint64_t seed = 1;
    std::string startsAt; ///< UTC, ISO 8601
    std::vector<LaneSpec> lanes;
    Extras extras;

    bool operator==(const Scenario&) const = default;
};

template <class Archive> void describe(Archive& a, Scenario& s)
{
    a.text("id", s.id);
    a.text("name", s.name);
    a.unsigned64("seed", s.seed);
    a.text("startsAt", s.startsAt);
    a.list("lanes", s.lanes);
    a.extras(s.extras);
}

} // namespace fern
