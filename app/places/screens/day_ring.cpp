#include "app/places/screens/day_ring.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <array>
#include <cmath>
#include <numbers>

namespace fern::app {

namespace {

constexpr double thick = 20; ///< pixels of the ring
constexpr double hourRoom = 22; ///< around it, for the hours
constexpr int snap = 15; ///< minutes
constexpr int sixteenths = 16; ///< of a degree, in which arcs are drawn

double degreesOf(int minute)
{
    return 360.0 * minute / minutesOfDay;
}

QColor colourOf(std::size_t part)
{
    const auto& t = tokens();
    const std::array<QColor, 5> colours{t.moss, t.sky, t.amber, t.accent, t.soft};
    return colours[part % colours.size()];
}

} // namespace

DayRing::DayRing(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("dayRing"));
    setFocusPolicy(Qt::StrongFocus);
    setToolTip(tr("Drag the begin of a part; arrows move it by a quarter of an hour, with Shift "
                  "by a minute; Page down chooses the next"));
}

void DayRing::showPlan(const DayPlan& plan, std::size_t chosenPart, int now)
{
    m_plan = plan;
    m_chosen = chosenPart;
    m_now = now;
    QStringList words;
    for (const auto& part : plan.parts)
        words << tr("from %1: %2").arg(qText(part.from), qText(part.pages));
    setAccessibleName(plan.parts.empty()
            ? tr("Day plan: every page has its turn")
            : tr("Day plan: %1").arg(words.join(QStringLiteral("; "))));
    update();
}

QRectF DayRing::ring() const
{
    const double side = std::min(width(), height()) - 2 * hourRoom - thick;
    return {(width() - side) / 2, (height() - side) / 2, side, side};
}

QPointF DayRing::pointOf(int minute) const
{
    const double angle = 2 * std::numbers::pi * minute / minutesOfDay;
    const auto circle = ring();
    return circle.center() + QPointF(std::sin(angle), -std::cos(angle)) * circle.width() / 2;
}

int DayRing::minuteAt(QPointF point) const
{
    const auto from = point - ring().center();
    const double turn = std::atan2(from.x(), -from.y()) / (2 * std::numbers::pi);
    const int minute = static_cast<int>(std::lround(turn * minutesOfDay / snap)) * snap;
    return (minute + minutesOfDay) % minutesOfDay;
}

int DayRing::beginOf(std::size_t part) const
{
    return m_drag && static_cast<std::size_t>(m_drag->part) == part
        ? m_drag->minute
        : minuteOf(m_plan.parts[part].from);
}

std::optional<int> DayRing::handleAt(QPointF point) const
{
    std::optional<int> nearest;
    double near = thick;
    for (std::size_t i = 0; i < m_plan.parts.size(); ++i) {
        const auto away = point - pointOf(beginOf(i));
        if (const double distance = std::hypot(away.x(), away.y()); distance < near) {
            near = distance;
            nearest = static_cast<int>(i);
        }
    }
    return nearest;
}

void DayRing::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton || m_plan.parts.empty())
        return;
    if (const auto part = handleAt(event->position())) {
        m_drag = Drag{*part, beginOf(static_cast<std::size_t>(*part)), false};
        Q_EMIT chosen(*part);
        return;
    }
    const auto away = event->position() - ring().center();
    if (std::fabs(std::hypot(away.x(), away.y()) - ring().width() / 2) < thick)
        Q_EMIT chosen(static_cast<int>(partAt(m_plan, minuteAt(event->position()))));
}

void DayRing::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_drag)
        return;
    const int minute = minuteAt(event->position());
    m_drag->isMoved = m_drag->isMoved || minute != m_drag->minute;
    m_drag->minute = minute;
    update();
}

void DayRing::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    const auto drag = std::exchange(m_drag, {});
    update();
    if (drag && drag->isMoved)
        Q_EMIT moved(drag->part, drag->minute);
}

void DayRing::keyPressEvent(QKeyEvent* event)
{
    const auto count = static_cast<int>(m_plan.parts.size());
    const bool isNext = event->key() == Qt::Key_PageDown;
    const int by = event->key() == Qt::Key_Left || event->key() == Qt::Key_Down ? -1
        : event->key() == Qt::Key_Right || event->key() == Qt::Key_Up           ? 1
                                                                                : 0;
    if (count == 0 || (by == 0 && !isNext && event->key() != Qt::Key_PageUp))
        return QWidget::keyPressEvent(event);
    const auto own = static_cast<int>(m_chosen);
    if (by == 0) {
        Q_EMIT chosen((own + (isNext ? 1 : count - 1)) % count);
        return;
    }
    const bool isFine = (event->modifiers() & Qt::ShiftModifier) != 0;
    Q_EMIT moved(own, beginOf(m_chosen) + by * (isFine ? 1 : snap));
}

void DayRing::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void DayRing::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

void DayRing::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto circle = ring();
    const auto arc = [&](int from, int minutes, const QColor& colour) {
        painter.setPen(QPen(colour, thick, Qt::SolidLine, Qt::FlatCap));
        painter.drawArc(circle, static_cast<int>((90 - degreesOf(from)) * sixteenths),
            static_cast<int>(-degreesOf(minutes) * sixteenths));
    };
    const auto count = m_plan.parts.size();
    arc(0, minutesOfDay, t.line);
    for (std::size_t i = 0; i < count; ++i) {
        const int from = beginOf(i);
        const int length = beginOf((i + 1) % count) - from;
        arc(from, count == 1 ? minutesOfDay : (length + minutesOfDay) % minutesOfDay, colourOf(i));
    }
    painter.setFont(wordFont(10));
    painter.setPen(t.soft);
    for (int hour = 0; hour < 24; hour += 3) {
        const auto at = circle.center()
            + (pointOf(hour * 60) - circle.center()) * (1 + (thick + 14) / circle.width());
        painter.drawText(
            QRectF(at.x() - 12, at.y() - 8, 24, 16), Qt::AlignCenter, QString::number(hour));
    }
    for (std::size_t i = 0; i < count; ++i) {
        painter.setPen(QPen(i == m_chosen ? t.amber : t.ink, i == m_chosen ? 3 : 1));
        painter.setBrush(t.card);
        painter.drawEllipse(pointOf(beginOf(i)), thick * 0.35, thick * 0.35);
    }
    painter.setFont(wordFont(16, true));
    painter.setPen(t.ink);
    const auto words = m_drag ? qText(clockTimeOf(m_drag->minute))
        : m_now >= 0          ? qText(clockTimeOf(m_now))
                              : tr("no clock");
    painter.drawText(circle, Qt::AlignCenter, words);
    if (m_now >= 0) {
        painter.setPen(QPen(t.ink, 2));
        const auto out = pointOf(m_now) - circle.center();
        painter.drawLine(circle.center() + out * 0.72, circle.center() + out * 0.84);
    }
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.sky, 1, Qt::DashLine));
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

} // namespace fern::app
