#pragma once
// The stem: seven leaves in a row and the line that joins them; after Smooth it forks to the
// channel's readers, one chip each. One leaf is open, one reader is followed.

#include "app/look/chip.h"
#include "app/runner/run_view.h"
#include "app/stem/leaf_button.h"

#include <QHBoxLayout>
#include <QWidget>

namespace fern::app {

class StemWidget : public QWidget {
    Q_OBJECT
public:
    explicit StemWidget(QWidget* parent = nullptr);

    void showView(const RunView& view);
    Leaf openLeaf() const { return m_open; }
    void setOpenLeaf(Leaf leaf);
    /// Opens the leaf to the left or right of the open one.
    void step(int by);

Q_SIGNALS:
    void leafOpened(fern::Leaf leaf);
    void readerChosen(const QString& id);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void showEnds(const RunView& view);

    std::array<LeafButton*, leafCount> m_leaves{};
    Leaf m_open = Leaf::World;
    QWidget* m_fork; ///< holds the chips
    QHBoxLayout* m_chipRow;
    std::vector<Chip*> m_chips;
    QStringList m_readers;
};

} // namespace fern::app
