#include "app/look/fair_row.h"

#include <algorithm>

namespace fern::app {

QSize FairRow::sizeHint() const
{
    QSize size(gaps(), 0);
    for (const auto* item : items())
        size = {size.width() + item->sizeHint().width(),
            std::max(size.height(), item->sizeHint().height())};
    return size;
}

QSize FairRow::minimumSize() const
{
    QSize size(gaps(), 0);
    for (const auto* item : items())
        size = {size.width() + item->minimumSize().width(),
            std::max(size.height(), item->minimumSize().height())};
    return size;
}

void FairRow::setGeometry(const QRect& rect)
{
    QLayout::setGeometry(rect);
    const int room = rect.width() - gaps();
    const auto widthAt = [](const QLayoutItem* item, int level) {
        return std::max(item->minimumSize().width(), std::min(item->sizeHint().width(), level));
    };
    const auto total = [&](int level) {
        int sum = 0;
        for (const auto* item : items())
            sum += widthAt(item, level);
        return sum;
    };
    // The largest width that none may exceed while all fit.
    int level = 0;
    int most = sizeHint().width();
    while (level < most) {
        const int middle = (level + most + 1) / 2;
        if (total(middle) <= room)
            level = middle;
        else
            most = middle - 1;
    }
    int x = rect.left();
    for (auto* item : items()) {
        const int width = widthAt(item, level);
        const int height = item->sizeHint().height();
        item->setGeometry({x, rect.bottom() + 1 - height, width, height});
        x += width + spacing();
    }
}

} // namespace fern::app
