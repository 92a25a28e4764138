#pragma once
// The day of a display as a ring of 24 hours, midnight on top: each part begins at a handle that is
// dragged, or moved by keys.

#include "screens/page_turning.h"

#include <QWidget>

#include <optional>

namespace fern::app {

class DayRing : public QWidget {
    Q_OBJECT
public:
    explicit DayRing(QWidget* parent);

    /// `now` is the minute of the day; less than zero where no clock tells it.
    void showPlan(const DayPlan& plan, std::size_t chosen, int now);
    /// Where a minute of the day stands on the middle of the ring.
    QPointF pointOf(int minute) const;

    QSize minimumSizeHint() const override { return {160, 160}; }

Q_SIGNALS:
    void chosen(int part);
    void moved(int part, int minute);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    /// A begin that is being dragged.
    struct Drag {
        int part = 0;
        int minute = 0;
        bool isMoved = false;
    };

    QRectF ring() const;
    int minuteAt(QPointF point) const;
    int beginOf(std::size_t part) const;
    std::optional<int> handleAt(QPointF point) const;

    DayPlan m_plan;
    std::size_t m_chosen = 0;
    int m_now = -1;
    std::optional<Drag> m_drag;
};

} // namespace fern::app
