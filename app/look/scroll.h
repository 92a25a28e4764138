#pragma once
// A scroll area inside a card: no frame, the card's ground, sideways never.

class QScrollArea;

namespace fern::app {

void layInCard(QScrollArea& area);

} // namespace fern::app
