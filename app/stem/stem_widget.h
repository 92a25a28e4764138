#pragma once
// The stem: seven leaves in a row and the line that joins them. One leaf is open.

#include "app/runner/run_view.h"
#include "app/stem/leaf_button.h"

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

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::array<LeafButton*, leafCount> m_leaves{};
    Leaf m_open = Leaf::Smooth;
};

} // namespace fern::app
