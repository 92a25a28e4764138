#pragma once
// Lays widgets out in lines like words, as many in a line as there is room for. All are as high as
// the highest.

#include "app/look/item_layout.h"

#include <QRect>

#include <vector>

namespace fern::app {

/// How wide the widgets of a flow are.
enum class FlowWidths {
    Alike, ///< as the widest
    Stretched, ///< alike, so that a full line fills the room
    Own, ///< each as it wishes
};

class FlowLayout : public ItemLayout {
    Q_OBJECT
public:
    FlowLayout(QWidget* parent, int spacing, FlowWidths widths)
        : ItemLayout(parent, spacing)
        , m_widths(widths)
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
    /// Where the items stand in a room of that width.
    std::vector<QRect> places(int width) const;
    std::vector<QRect> placesAlike(int width) const;
    std::vector<QRect> placesOwn(int width) const;

    FlowWidths m_widths;
};

} // namespace fern::app
