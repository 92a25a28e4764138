#pragma once
// Lays widgets out in one line. Where there is too little room the widest give way first, so that
// short names stay whole.

#include <QLayout>

namespace fern::app {

class FairRow : public QLayout {
    Q_OBJECT
public:
    explicit FairRow(int spacing);
    ~FairRow() override;

    void addItem(QLayoutItem* item) override { m_items << item; }
    int count() const override { return static_cast<int>(m_items.size()); }
    QLayoutItem* itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem* takeAt(int index) override;
    Qt::Orientations expandingDirections() const override { return {}; }
    QSize sizeHint() const override;
    QSize minimumSize() const override;
    void setGeometry(const QRect& rect) override;

private:
    int gaps() const { return std::max(0, count() - 1) * spacing(); }

    QList<QLayoutItem*> m_items;
};

} // namespace fern::app
