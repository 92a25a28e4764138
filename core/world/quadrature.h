#pragma once
// A rotary encoder's two lines: their edges follow the position of its shaft.

#include "base/ticks.h"
#include "curves/points.h"

#include <cstdint>
#include <vector>

namespace fern {

/// The shaft has come to a quarter of a cycle: the lines have changed by one edge.
struct QuadratureEdge {
    Ticks at;
    std::int64_t quarter = 0; ///< edges from the position 0, either way

    bool operator==(const QuadratureEdge&) const = default;
};

/// Returns the quarter in which a course stands at an instant; `perUnit` is edges for a unit of it.
std::int64_t quarterAt(const std::vector<CurvePoint>& course, double perUnit, double seconds);

/// Returns the edges after `from` up to and including `to`, in the order of time.
std::vector<QuadratureEdge> quadratureEdges(
    const std::vector<CurvePoint>& course, double perUnit, Ticks from, Ticks to);

} // namespace fern
