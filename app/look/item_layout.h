#pragma once
// A layout that keeps its items in their order; how they are laid out is for others to say.

#include <QLayout>

namespace fern::app {

class ItemLayout : public QLayout {
public:
    explicit ItemLayout(QWidget* parent, int spacing)
        : QLayout(parent)
    {
        setContentsMargins(0, 0, 0, 0);
        setSpacing(spacing);
    }
    ~ItemLayout() override { qDeleteAll(m_items); }

    void addItem(QLayoutItem* item) override { m_items << item; }
    int count() const override { return static_cast<int>(m_items.size()); }
    QLayoutItem* itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem* takeAt(int index) override
    {
        return index >= 0 && index < m_items.size() ? m_items.takeAt(index) : nullptr;
    }

protected:
    const QList<QLayoutItem*>& items() const { return m_items; }

private:
    QList<QLayoutItem*> m_items;
};

} // namespace fern::app
