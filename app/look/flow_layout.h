#pragma once
// Lays widgets out in lines like words, as many in a line as there is room for. All get the width
// and height of the largest size hint, stretched so that a full line fills the room.

#include <QLayout>

namespace fern::app {

class FlowLayout : public QLayout {
    Q_OBJECT
public:
    FlowLayout(QWidget* parent, int spacing, bool stretches);
    ~FlowLayout() override;

    void addItem(QLayoutItem* item) override { m_items << item; }
    int count() const override { return static_cast<int>(m_items.size()); }
    QLayoutItem* itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem* takeAt(int index) override;
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

    QList<QLayoutItem*> m_items;
    bool m_stretches;
};

} // namespace fern::app
