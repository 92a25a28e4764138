#include "app/look/flow_layout.h"

#include <QWidget>

#include <algorithm>

namespace fern::app {

QSize FlowLayout::cell() const
{
    QSize largest(0, 0);
    for (const auto* item : items())
        largest = largest.expandedTo(item->sizeHint());
    return largest;
}

int FlowLayout::perLine(int width) const
{
    const int one = cell().width() + spacing();
    return one <= 0 ? 1 : std::max(1, (width + spacing()) / one);
}

int FlowLayout::heightForWidth(int width) const
{
    if (items().isEmpty())
        return 0;
    const int lines = (count() + perLine(width) - 1) / perLine(width);
    return lines * (cell().height() + spacing()) - spacing();
}

void FlowLayout::setGeometry(const QRect& rect)
{
    QLayout::setGeometry(rect);
    const auto size = cell();
    const int columns = perLine(rect.width());
    for (int i = 0; i < count(); ++i) {
        const int column = i % columns;
        const int top = rect.top() + i / columns * (size.height() + spacing());
        // Rounded at both ends, so that a stretched line ends exactly at the edge.
        const auto left = [&](int c) {
            return rect.left()
                + (m_stretches ? c * (rect.width() + spacing()) / columns
                               : c * (size.width() + spacing()));
        };
        const int width = left(column + 1) - spacing() - left(column);
        items()[i]->setGeometry({left(column), top, std::min(width, rect.width()), size.height()});
    }
}

} // namespace fern::app
