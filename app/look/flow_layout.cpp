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

std::vector<QRect> FlowLayout::places(int width) const
{
    return m_widths == FlowWidths::Own ? placesOwn(width) : placesAlike(width);
}

std::vector<QRect> FlowLayout::placesAlike(int width) const
{
    const auto size = cell();
    const int one = size.width() + spacing();
    const int columns = one <= 0 ? 1 : std::max(1, (width + spacing()) / one);
    // Rounded at both ends, so that a stretched line ends exactly at the edge.
    const auto left = [&](int column) {
        return m_widths == FlowWidths::Stretched ? column * (width + spacing()) / columns
                                                 : column * one;
    };
    std::vector<QRect> rects;
    for (int i = 0; i < count(); ++i) {
        const int column = i % columns;
        const int wide = left(column + 1) - spacing() - left(column);
        rects.emplace_back(left(column), i / columns * (size.height() + spacing()),
            std::min(wide, width), size.height());
    }
    return rects;
}

std::vector<QRect> FlowLayout::placesOwn(int width) const
{
    const int high = cell().height();
    std::vector<QRect> rects;
    int x = 0, y = 0;
    for (const auto* item : items()) {
        const int wide = std::min(item->sizeHint().width(), width);
        if (x > 0 && x + wide > width) {
            x = 0;
            y += high + spacing();
        }
        rects.emplace_back(x, y, wide, high);
        x += wide + spacing();
    }
    return rects;
}

int FlowLayout::heightForWidth(int width) const
{
    return items().isEmpty() ? 0 : places(width).back().bottom() + 1;
}

void FlowLayout::setGeometry(const QRect& rect)
{
    QLayout::setGeometry(rect);
    const auto rects = places(rect.width());
    for (std::size_t i = 0; i < rects.size(); ++i)
        items()[static_cast<qsizetype>(i)]->setGeometry(rects[i].translated(rect.topLeft()));
}

} // namespace fern::app
