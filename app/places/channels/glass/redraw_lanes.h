#pragma once
// What the processor, the bus and the panel did in the last seconds, and which text stood on the
// glass meanwhile.

#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class RedrawLanes : public QWidget {
    Q_OBJECT
public:
    explicit RedrawLanes(QWidget* parent = nullptr);

    void showView(const RunView& view);
    QSize sizeHint() const override { return {420, 110}; }
    QSize minimumSizeHint() const override { return {240, 104}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<BusyRecord> m_activity;
    std::vector<ShownText> m_texts;
    Ticks m_now;
};

} // namespace fern::app
