#pragma once
// The colours and sizes of the window, in one place.

#include <QColor>

namespace fern::app {

struct Tokens {
    QColor paper, card, line, ink, soft, fern, moss, pale, amber, brick, sky, glass, lit, bar,
        field;
};

/// Returns the light look.
const Tokens& tokens();

constexpr int grid = 8; ///< pixels of the spacing grid
constexpr int corner = 6; ///< pixels of a card's rounding

} // namespace fern::app
