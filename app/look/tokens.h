#pragma once
// The colours and sizes of the window, in one place.

#include <QColor>

namespace fern::app {

struct Tokens {
    QColor paper, card, line, ink, soft;
    QColor fern; ///< ground of what is chosen, and of the top bar
    QColor onFern; ///< words on it
    QColor onFernSoft;
    QColor accent; ///< lines and signs in the fern's colour
    QColor moss, pale;
    QColor amber; ///< look here
    QColor brick; ///< stop
    QColor sky; ///< information
    QColor glass, lit; ///< the simulated display
    QColor bar; ///< rail, tick bar, tracks
    QColor field; ///< ground of inputs
    QColor trace; ///< the raw reading
};

enum class LookKind { Light, Dark };

/// Returns the look in use.
const Tokens& tokens();
LookKind lookKind();
/// Chooses the look that tokens() returns; see useLook() for the whole application.
void chooseTokens(LookKind kind);

constexpr int grid = 8; ///< pixels of the spacing grid
constexpr int corner = 6; ///< pixels of a card's rounding

} // namespace fern::app
