#pragma once
// The dots of a glyph, large: they are drawn by mouse and keys.

#include "screens/dots.h"

#include <QWidget>

namespace fern::app {

class DotGrid : public QWidget {
    Q_OBJECT
public:
    explicit DotGrid(QWidget* parent);

    /// The last row of a cell belongs to its cursor.
    void showDots(const Dots& dots, bool isCell);
    QRect rectOf(int x, int y) const;

    QSize minimumSizeHint() const override { return {120, 120}; }

Q_SIGNALS:
    /// Something was drawn; a stroke of the mouse is one change.
    void drawn(const fern::Dots& dots);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    void paintAt(QPoint at);
    void say();

    Dots m_dots;
    bool m_isCell = false;
    bool m_isDrawing = false, m_isLit = false; ///< what a stroke draws
    QPoint m_cursor{0, 0};
};

} // namespace fern::app
