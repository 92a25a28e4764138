#pragma once
// Points of a curve in a file: [x, y] pairs with rising x.

#include "base/archive.h"
#include "curves/polyline.h"

#include <string>
#include <vector>

namespace fern {

/// Reads or writes at least one point; `rule` says what is wrong otherwise.
template <class Archive>
void describePoints(
    Archive& a, std::string_view key, std::vector<CurvePoint>& points, const std::string& rule)
{
    auto array = json::makeArray();
    for (const auto& point : points) {
        auto& pair = array.items.emplace_back(json::makeArray());
        pair.items = {json::makeNumber(point.x), json::makeNumber(point.y)};
    }
    a.node(key, array);
    if constexpr (Archive::isReading) {
        points.clear();
        for (const auto& pair : array.items) {
            const bool isPair = pair.items.size() == 2 && pair.items[0].kind == json::Kind::Number
                && pair.items[1].kind == json::Kind::Number;
            if (!isPair || (!points.empty() && !(pair.items[0].number > points.back().x)))
                return a.failAt(key, rule);
            points.push_back({pair.items[0].number, pair.items[1].number});
        }
        if (points.empty())
            a.failAt(key, rule);
    }
}

} // namespace fern
