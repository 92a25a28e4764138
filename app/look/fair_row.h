#pragma once
// Lays widgets out in one line. Where there is too little room the widest give way first, so that
// short names stay whole.

#include "app/look/item_layout.h"

namespace fern::app {

class FairRow : public ItemLayout {
    Q_OBJECT
public:
    explicit FairRow(int spacing)
        : ItemLayout(nullptr, spacing)
    {
    }

    Qt::Orientations expandingDirections() const override { return {}; }
    QSize sizeHint() const override;
    QSize minimumSize() const override;
    void setGeometry(const QRect& rect) override;

private:
    int gaps() const { return std::max(0, count() - 1) * spacing(); }
};

} // namespace fern::app
