#pragma once
// The places of the window. Another one is a folder below app/places and a line in the table.

#include "app/house/place.h"
#include "app/look/marks.h"

#include <span>

namespace fern::app {

struct PlaceTraits {
    int number; ///< of its Ctrl shortcut
    const char* name;
    QPainterPath (*mark)(); ///< in a square of 24
    Place* (*make)(House& house, QWidget* parent);
};

/// From top to bottom of the rail.
std::span<const PlaceTraits> places();

} // namespace fern::app
