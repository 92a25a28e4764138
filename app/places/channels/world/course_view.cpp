#include "app/places/channels/world/course_view.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern::app {

namespace {

constexpr double nearPixels = 9; ///< to a point, to take it
constexpr double radius = 4;

/// The largest power of ten that divides a length into 200 parts at least.
double roundStep(double length)
{
    return std::pow(10.0, std::floor(std::log10(std::max(length, 1e-12) / 200)));
}

double rounded(double value, double step)
{
    // In whole parts of a step that is a fraction, so that 0.1 · 3 is 0.3.
    return step >= 1 ? std::round(value / step) * step
                     : std::round(value / step) / std::round(1 / step);
}

QString figure(double value)
{
    return qText(significantText(value, 4));
}

} // namespace

CourseView::CourseView(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("course"));
    setFocusPolicy(Qt::StrongFocus);
    setToolTip(
        tr("Drag a point; double-click adds one. Keys: Left and Right choose a point, Up and "
           "Down change its value, with Shift Left and Right its time, Insert adds one "
           "behind it, Delete removes it."));
}

void CourseView::showCourse(
    std::vector<CurvePoint> points, const QString& unit, double from, double to, double nowSeconds)
{
    m_now = nowSeconds;
    if (!m_isDragging) {
        m_points = std::move(points);
        m_unit = unit;
        m_from = from;
        m_to = to;
        m_chosen = std::min(m_chosen, m_points.empty() ? 0 : m_points.size() - 1);
        m_least = std::min(from, to);
        m_most = std::max(from, to);
        for (const auto& point : m_points) {
            m_least = std::min(m_least, point.y);
            m_most = std::max(m_most, point.y);
        }
        const double margin = std::max((m_most - m_least) * 0.1, 1e-9);
        m_least -= margin;
        m_most += margin;
        m_seconds = std::max(1.0, m_points.empty() ? 0.0 : 1.1 * m_points.back().x);
        describe();
    }
    update();
}

QRectF CourseView::area() const
{
    return QRectF(rect()).adjusted(52, 8, -8, -20);
}

QPointF CourseView::placeOf(const CurvePoint& point) const
{
    const auto room = area();
    return {room.left() + point.x / m_seconds * room.width(),
        room.bottom() - (point.y - m_least) / (m_most - m_least) * room.height()};
}

CurvePoint CourseView::pointAt(const QPointF& place) const
{
    const auto room = area();
    const double x = (place.x() - room.left()) / room.width() * m_seconds;
    const double y = m_least + (room.bottom() - place.y()) / room.height() * (m_most - m_least);
    return {
        std::max(0.0, rounded(x, roundStep(m_seconds))), rounded(y, roundStep(m_most - m_least))};
}

std::optional<std::size_t> CourseView::pointNear(const QPointF& place) const
{
    std::optional<std::size_t> nearest;
    double least = nearPixels;
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        const auto off = placeOf(m_points[i]) - place;
        if (const double distance = std::hypot(off.x(), off.y()); distance < least) {
            least = distance;
            nearest = i;
        }
    }
    return nearest;
}

void CourseView::moveChosen(CurvePoint to)
{
    if (m_chosen >= m_points.size())
        return;
    const double step = roundStep(m_seconds);
    const double first = m_chosen == 0 ? 0 : m_points[m_chosen - 1].x + step;
    to.x = std::max(first, to.x);
    if (m_chosen + 1 < m_points.size())
        to.x = std::min(to.x, m_points[m_chosen + 1].x - step);
    // Between neighbours that stand close it keeps its instant.
    if (to.x < first)
        to.x = m_points[m_chosen].x;
    m_points[m_chosen] = to;
    describe();
    update();
}

void CourseView::addPoint(const CurvePoint& point)
{
    const auto next = std::lower_bound(m_points.begin(), m_points.end(), point.x,
        [](const CurvePoint& p, double x) { return p.x < x; });
    if (next != m_points.end() && next->x == point.x)
        return;
    m_chosen = static_cast<std::size_t>(next - m_points.begin());
    m_points.insert(next, point);
    describe();
    Q_EMIT courseChanged(m_points);
}

void CourseView::removeChosen()
{
    if (m_points.size() < 2)
        return; // a course has a point
    m_points.erase(m_points.begin() + static_cast<std::ptrdiff_t>(m_chosen));
    m_chosen = std::min(m_chosen, m_points.size() - 1);
    describe();
    Q_EMIT courseChanged(m_points);
}

void CourseView::mousePressEvent(QMouseEvent* event)
{
    const auto taken = pointNear(event->position());
    if (!taken)
        return;
    m_chosen = *taken;
    m_isDragging = true;
    describe();
    update();
}

void CourseView::mouseMoveEvent(QMouseEvent* event)
{
    if (m_isDragging)
        moveChosen(pointAt(event->position()));
}

void CourseView::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    if (std::exchange(m_isDragging, false))
        Q_EMIT courseChanged(m_points);
}

void CourseView::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (!pointNear(event->position()) && area().contains(event->position()))
        addPoint(pointAt(event->position()));
}

void CourseView::keyPressEvent(QKeyEvent* event)
{
    if (m_points.empty())
        return QWidget::keyPressEvent(event);
    const bool isShifted = event->modifiers().testFlag(Qt::ShiftModifier);
    const auto& at = m_points[m_chosen];
    const double second = roundStep(m_seconds);
    const double value = roundStep(m_most - m_least);
    const auto move = [&](double seconds, double by) {
        moveChosen({rounded(at.x + seconds, second), rounded(at.y + by, value)});
        Q_EMIT courseChanged(m_points);
    };
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Right: {
        const bool isLeft = event->key() == Qt::Key_Left;
        if (isShifted)
            return move(isLeft ? -second : second, 0);
        m_chosen = isLeft ? m_chosen - (m_chosen > 0 ? 1 : 0)
                          : std::min(m_chosen + 1, m_points.size() - 1);
        describe();
        return update();
    }
    case Qt::Key_Up:
        return move(0, value);
    case Qt::Key_Down:
        return move(0, -value);
    case Qt::Key_Insert: {
        const double next =
            m_chosen + 1 < m_points.size() ? m_points[m_chosen + 1].x : at.x + m_seconds / 5;
        return addPoint({rounded((at.x + next) / 2, second), at.y});
    }
    case Qt::Key_Delete:
        return removeChosen();
    default:
        QWidget::keyPressEvent(event);
    }
}

void CourseView::describe()
{
    if (m_points.empty())
        return setAccessibleName(tr("The scenario has no course for this channel"));
    const auto& at = m_points[m_chosen];
    setAccessibleName(tr("Course of %1 points. Point %2: %3 %4 at %5 s")
                          .arg(m_points.size())
                          .arg(m_chosen + 1)
                          .arg(figure(at.y), m_unit, figure(at.x)));
}

void CourseView::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    if (m_points.empty()) {
        painter.drawText(rect(), Qt::AlignCenter, accessibleName());
        return;
    }
    const auto room = area();
    const double low = placeOf({0, std::min(m_from, m_to)}).y();
    const double high = placeOf({0, std::max(m_from, m_to)}).y();
    painter.fillRect(QRectF(room.left(), high, room.width(), low - high), t.pale);
    for (const double value : {m_from, m_to}) {
        const double y = placeOf({0, value}).y();
        painter.drawText(QRectF(0, y - 8, room.left() - 6, 16), Qt::AlignRight | Qt::AlignVCenter,
            figure(value));
    }
    for (int i = 0; i <= 4; ++i) {
        const double seconds = rounded(m_seconds * i / 4, roundStep(m_seconds));
        const double x = placeOf({seconds, 0}).x();
        painter.setPen(QPen(t.line, 1, Qt::DotLine));
        painter.drawLine(QPointF(x, room.top()), QPointF(x, room.bottom()));
        painter.setPen(t.soft);
        painter.drawText(QRectF(std::min(x - 40, width() - 80.0), room.bottom() + 3, 80, 16),
            i == 4 ? Qt::AlignRight : Qt::AlignHCenter, tr("%1 s").arg(figure(seconds)));
    }
    painter.setClipRect(room.adjusted(-6, -6, 6, 6));
    QPolygonF line;
    for (const auto& point : m_points)
        line << placeOf(point);
    line << QPointF(room.right(), line.back().y()); // then it holds
    painter.setPen(QPen(t.sky, 1.6));
    painter.setBrush(Qt::NoBrush);
    painter.drawPolyline(line);
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        const bool isChosen = i == m_chosen && hasFocus();
        painter.setBrush(isChosen ? t.amber : t.card);
        painter.drawEllipse(placeOf(m_points[i]), isChosen ? radius + 1.5 : radius,
            isChosen ? radius + 1.5 : radius);
    }
    const double x = placeOf({m_now, 0}).x();
    painter.setPen(QPen(t.ink, 1, Qt::DashLine));
    if (x <= room.right())
        painter.drawLine(QPointF(x, room.top()), QPointF(x, room.bottom()));
    painter.setClipping(false);
    if (m_chosen < m_points.size() && (hasFocus() || m_isDragging)) {
        const auto& at = m_points[m_chosen];
        painter.setFont(wordFont(12, true));
        painter.setPen(t.ink);
        painter.drawText(room.adjusted(4, 2, -4, 0), Qt::AlignRight | Qt::AlignTop,
            tr("%1 %2 at %3 s").arg(figure(at.y), m_unit, figure(at.x)));
    }
}

} // namespace fern::app
