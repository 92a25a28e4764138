#include "app/places/screens/dot_grid.h"

#include "app/look/tokens.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace fern::app {

DotGrid::DotGrid(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("dotGrid"));
    setFocusPolicy(Qt::StrongFocus);
    setToolTip(tr("Draw with the mouse; arrows move the cursor, the space bar turns a dot over"));
}

void DotGrid::showDots(const Dots& dots, bool isCell)
{
    if (m_isDrawing)
        return;
    m_dots = dots;
    m_isCell = isCell;
    m_cursor = {std::clamp(m_cursor.x(), 0, std::max(0, dots.width() - 1)),
        std::clamp(m_cursor.y(), 0, std::max(0, dots.height() - 1))};
    say();
    update();
}

void DotGrid::say()
{
    setAccessibleName(tr("Glyph of %1 × %2 dots").arg(m_dots.width()).arg(m_dots.height()));
    if (m_dots.width() > 0)
        setAccessibleDescription(
            tr("at column %1 of row %2: %3")
                .arg(m_cursor.x() + 1)
                .arg(m_cursor.y() + 1)
                .arg(m_dots.isLit(m_cursor.x(), m_cursor.y()) ? tr("lit") : tr("dark")));
}

QRect DotGrid::rectOf(int x, int y) const
{
    const int side = std::max(1,
        std::min(width() / std::max(1, m_dots.width()), height() / std::max(1, m_dots.height())));
    const int left = (width() - side * m_dots.width()) / 2;
    return {left + x * side, y * side, side, side};
}

void DotGrid::paintAt(QPoint at)
{
    for (int y = 0; y < m_dots.height(); ++y)
        for (int x = 0; x < m_dots.width(); ++x)
            if (rectOf(x, y).contains(at)) {
                m_cursor = {x, y};
                m_dots.set(x, y, m_isLit);
            }
    say();
    update();
}

void DotGrid::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return;
    for (int y = 0; y < m_dots.height(); ++y)
        for (int x = 0; x < m_dots.width(); ++x)
            if (rectOf(x, y).contains(event->pos())) {
                m_isDrawing = true;
                m_isLit = !m_dots.isLit(x, y);
            }
    if (m_isDrawing)
        paintAt(event->pos());
}

void DotGrid::mouseMoveEvent(QMouseEvent* event)
{
    if (m_isDrawing)
        paintAt(event->pos());
}

void DotGrid::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    if (std::exchange(m_isDrawing, false))
        Q_EMIT drawn(m_dots);
}

void DotGrid::keyPressEvent(QKeyEvent* event)
{
    const int x = event->key() == Qt::Key_Left ? -1 : event->key() == Qt::Key_Right ? 1 : 0;
    const int y = event->key() == Qt::Key_Up ? -1 : event->key() == Qt::Key_Down ? 1 : 0;
    if (m_dots.width() == 0)
        return QWidget::keyPressEvent(event);
    if (x != 0 || y != 0) {
        m_cursor = {std::clamp(m_cursor.x() + x, 0, m_dots.width() - 1),
            std::clamp(m_cursor.y() + y, 0, m_dots.height() - 1)};
        say();
        update();
    } else if (event->key() == Qt::Key_Space) {
        m_dots.set(m_cursor.x(), m_cursor.y(), !m_dots.isLit(m_cursor.x(), m_cursor.y()));
        say();
        update();
        Q_EMIT drawn(m_dots);
    } else {
        QWidget::keyPressEvent(event);
    }
}

void DotGrid::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void DotGrid::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

void DotGrid::paintEvent(QPaintEvent* /*event*/)
{
    constexpr int cursorRow = 7, roomy = 6;
    const auto& t = tokens();
    QPainter painter(this);
    for (int y = 0; y < m_dots.height(); ++y)
        for (int x = 0; x < m_dots.width(); ++x) {
            const auto rect = rectOf(x, y);
            const int gap = rect.width() > roomy ? 1 : 0;
            const bool isCursors = m_isCell && y == cursorRow;
            painter.fillRect(rect.adjusted(gap, gap, -gap, -gap),
                m_dots.isLit(x, y) ? t.ink
                    : isCursors    ? t.line
                                   : t.pale);
        }
    if (hasFocus() && m_dots.width() > 0) {
        painter.setPen(QPen(t.amber, 2));
        painter.drawRect(rectOf(m_cursor.x(), m_cursor.y()).adjusted(1, 1, -1, -1));
    }
}

} // namespace fern::app
