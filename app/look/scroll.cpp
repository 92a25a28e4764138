#include "app/look/scroll.h"

#include "app/look/look.h"

#include <QScrollArea>

namespace fern::app {

void layInCard(QScrollArea& area)
{
    area.setWidgetResizable(true);
    area.setFrameShape(QFrame::NoFrame);
    area.setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area.setFocusPolicy(Qt::NoFocus);
    area.viewport()->setBackgroundRole(cardRole);
}

} // namespace fern::app
