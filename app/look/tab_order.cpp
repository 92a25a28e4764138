#include "app/look/tab_order.h"

#include <QTimer>
#include <QWidget>

#include <algorithm>
#include <tuple>
#include <vector>

namespace fern::app {

namespace {

constexpr int besideEachOther = 16; ///< pixels within which widgets stand beside each other

void collect(QWidget& widget, std::vector<QWidget*>& order)
{
    if ((widget.focusPolicy() & Qt::TabFocus) != 0)
        order.push_back(&widget);
    std::vector<QWidget*> children;
    for (auto* child : widget.findChildren<QWidget*>(Qt::FindDirectChildrenOnly))
        if (!child->isWindow())
            children.push_back(child);
    // What is hidden has no place yet: its pages stand below their chips.
    const auto place = [](const QWidget* w) {
        return std::tuple(w->isHidden(), w->y() / besideEachOther, w->x());
    };
    std::stable_sort(children.begin(), children.end(),
        [&](const QWidget* a, const QWidget* b) { return place(a) < place(b); });
    for (auto* child : children)
        collect(*child, order);
}

} // namespace

void orderTabs(QWidget& root)
{
    QTimer::singleShot(0, &root, [&root] {
        std::vector<QWidget*> order;
        collect(root, order);
        for (std::size_t i = 1; i < order.size(); ++i)
            QWidget::setTabOrder(order[i - 1], order[i]);
    });
}

} // namespace fern::app
