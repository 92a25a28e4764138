#include "app/look/scroll.h"

#include "app/look/look.h"

#include <QResizeEvent>
#include <QScrollBar>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int leastForm = 96; ///< pixels: three rows

} // namespace

void layInCard(QScrollArea& area)
{
    area.setWidgetResizable(true);
    area.setFrameShape(QFrame::NoFrame);
    area.setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area.setFocusPolicy(Qt::NoFocus);
    area.viewport()->setBackgroundRole(cardRole);
}

FormScroll::FormScroll(QWidget* parent)
    : QScrollArea(parent)
{
    layInCard(*this);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Preferred);
    auto* content = new QWidget(this);
    content->setBackgroundRole(cardRole);
    setWidget(content);
}

int FormScroll::contentHeight() const
{
    const auto* content = widget();
    return content->hasHeightForWidth() ? content->heightForWidth(viewport()->width())
                                        : content->sizeHint().height();
}

QSize FormScroll::sizeHint() const
{
    return {widget()->sizeHint().width(), contentHeight()};
}

QSize FormScroll::minimumSizeHint() const
{
    return {widget()->minimumSizeHint().width() + verticalScrollBar()->sizeHint().width(),
        std::min(contentHeight(), leastForm)};
}

bool FormScroll::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == widget() && event->type() == QEvent::LayoutRequest)
        updateGeometry();
    return QScrollArea::eventFilter(watched, event);
}

void FormScroll::resizeEvent(QResizeEvent* event)
{
    QScrollArea::resizeEvent(event);
    if (event->oldSize().width() != event->size().width() && widget()->hasHeightForWidth())
        updateGeometry();
}

} // namespace fern::app
