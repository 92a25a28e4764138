#pragma once
// Lays widgets out in lines like words, as many in a line as there is room for. All get the width
// and height of the largest size hint, stretched so that a full line fills the room.

#include "app/look/item_layout.h"

namespace fern::app {

class FlowLayout : public ItemLayout {
    Q_OBJECT
public:
    FlowLayout(QWidget* parent, int spacing, bool stretches)
        : ItemLayout(parent, spacing)
        , m_stretches(stretches)
    {
    }

    Qt::Orientations expandingDirections() const override { return Qt::Horizontal; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    QSize sizeHint() const override { return minimumSize(); }
    QSize minimumSize() const override { return cell(); }
    void setGeometry(const QRect& rect) override;

private:
    /// The size that the largest item wants.
    QSize cell() const;
    /// How many cells fit a line.
    int perLine(int width) const;

    bool m_stretches;
};

} // namespace fern::app
