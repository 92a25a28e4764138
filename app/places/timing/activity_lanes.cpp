#include "app/places/timing/activity_lanes.h"

#include "app/look/activity.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "judge/timing_sheet.h"
#include "reading/counting.h"
#include "run/busy_tally.h"
#include "run/run_history.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int laneHeight = 24;
constexpr int nameWidth = 92;
constexpr int scaleHeight = 20;
constexpr double shortestSpan = 0.002; // seconds
constexpr double zoomStep = 1.5;
constexpr double cursorStep = 0.01; // of the span

double roundStep(double span)
{
    const double rough = span / 5;
    const double decade = std::pow(10, std::floor(std::log10(rough)));
    for (const double factor : {1.0, 2.0, 5.0})
        if (factor * decade >= rough)
            return factor * decade;
    return 10 * decade;
}

} // namespace

ActivityLanes::ActivityLanes(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("activityLanes"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
}

QSize ActivityLanes::sizeHint() const
{
    return {520, std::max(3, laneCount()) * laneHeight + scaleHeight};
}

void ActivityLanes::showView(const RunView& view)
{
    m_view = view;
    m_plain = view.resolved;
    m_now = view.now;
    const int before = laneCount();
    m_lanes.clear();
    const auto& loops = view.plain().loops;
    std::vector<std::size_t> laneOf(loops.size());
    for (std::size_t i = 0; i < loops.size(); ++i)
        if (loops[i].hasTasks) {
            laneOf[i] = m_lanes.size();
            m_lanes.push_back({qText(loops[i].name), {}});
        }
    m_processors = m_lanes.size();
    if (m_processors == 1)
        m_lanes.front().name = tr("processor");
    const auto& displays = view.plain().displays;
    for (const auto& display : displays)
        m_lanes.push_back({tr("bus to %1").arg(qText(display.id)), {}});
    for (const auto& display : displays)
        m_lanes.push_back({tr("panel %1").arg(qText(display.id)), {}});
    for (const auto& busy : view.activity) {
        if (isOfProcessor(busy.with) || busy.with == BusyWith::Sleeping)
            m_lanes[laneOf[loopOf(view.plain(), busy.with, busy.index)]].busy.push_back(busy);
        if (isOfBus(busy.with) && busy.index < displays.size())
            m_lanes[m_processors + busy.index].busy.push_back(busy);
        if (busy.with == BusyWith::Panel && busy.index < displays.size())
            m_lanes[m_processors + displays.size() + busy.index].busy.push_back(busy);
    }
    takePulses(view);
    if (laneCount() != before)
        updateGeometry();
    say();
    update();
}

void ActivityLanes::takePulses(const RunView& view)
{
    m_pulses.clear();
    m_pulsesOf.clear();
    m_isInterrupted = false;
    const auto& channels = view.plain().channels;
    if (view.channel >= channels.size() || channels[view.channel].source.kind != SourceKind::Pulses)
        return;
    m_pulsesOf = qText(channels[view.channel].name);
    m_isInterrupted = channels[view.channel].source.pulses.input == PulseInput::Interrupt;
    m_interrupts = view.pulses.countedAt;
    const auto& edges = view.pulses.sampled.edges;
    const auto seen = seenPulses(edges, view.pulses.countedAt);
    std::size_t pulse = 0;
    for (const auto& edge : edges) {
        if (edge.isBounce)
            continue;
        if (edge.toHigh)
            m_pulses.push_back(
                {edge.at, view.pulses.sampled.to, pulse < seen.size() && seen[pulse++]});
        else if (!m_pulses.empty())
            m_pulses.back().to = edge.at;
    }
}

void ActivityLanes::say()
{
    double busy = 0;
    for (const auto& record : m_lanes.empty() ? std::vector<BusyRecord>() : m_lanes[0].busy)
        busy += record.with == BusyWith::Sleeping
            ? 0
            : std::max(0.0, inSeconds(record.to) - std::max(inSeconds(record.from), secondsAt(0)));
    setAccessibleName(tr("What ran in the last %1: the processor %2 % of the time")
                          .arg(qText(durationText(m_span)))
                          .arg(100 * busy / m_span, 0, 'f', 0));
    QString words;
    if (m_cursor >= 0 && m_plain) {
        const double at = secondsAt(m_cursor);
        QStringList parts;
        for (const auto& lane : m_lanes)
            for (const auto& record : lane.busy)
                if (inSeconds(record.from) <= at && at < inSeconds(record.to))
                    parts.push_back(
                        tr("%1: %2").arg(lane.name, qText(activityText(*m_plain, record))));
        for (const auto& pulse : m_pulses)
            if (inSeconds(pulse.from) <= at && at < inSeconds(pulse.to))
                parts.push_back(
                    pulse.isCounted ? tr("a pulse that is counted") : tr("a pulse that is lost"));
        words = tr("%1 ago. %2")
                    .arg(qText(durationText(inSeconds(m_now) - at)),
                        parts.isEmpty() ? tr("nothing runs") : parts.join(QStringLiteral("; ")));
    }
    setAccessibleDescription(words);
    if (words != m_words) {
        m_words = words;
        Q_EMIT named(words);
    }
}

void ActivityLanes::setCursorAt(double share)
{
    m_cursor = share < 0 ? share : std::clamp(share, 0.0, 1.0);
    say();
    update();
}

void ActivityLanes::pointAt(double secondsAgo)
{
    m_span = std::clamp(std::max(m_span, secondsAgo), shortestSpan, inSeconds(busyKept));
    setFocus();
    setCursorAt(1 - secondsAgo / m_span);
}

void ActivityLanes::zoom(double factor)
{
    m_span = std::clamp(m_span * factor, shortestSpan, inSeconds(busyKept));
    say();
    update();
}

void ActivityLanes::wheelEvent(QWheelEvent* event)
{
    zoom(event->angleDelta().y() > 0 ? 1 / zoomStep : zoomStep);
    event->accept();
}

void ActivityLanes::mouseMoveEvent(QMouseEvent* event)
{
    const double room = width() - nameWidth;
    setCursorAt(std::max(0.0, (event->position().x() - nameWidth) / room));
}

void ActivityLanes::leaveEvent(QEvent* /*event*/)
{
    setCursorAt(-1);
}

void ActivityLanes::keyPressEvent(QKeyEvent* event)
{
    const double at = m_cursor < 0 ? 1 : m_cursor;
    switch (event->key()) {
    case Qt::Key_Plus:
        return zoom(1 / zoomStep);
    case Qt::Key_Minus:
        return zoom(zoomStep);
    case Qt::Key_Left:
        return setCursorAt(std::max(0.0, at - cursorStep));
    case Qt::Key_Right:
        return setCursorAt(std::min(1.0, at + cursorStep));
    default:
        QWidget::keyPressEvent(event);
    }
}

void ActivityLanes::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void ActivityLanes::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    setCursorAt(-1);
}

void ActivityLanes::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double room = width() - nameWidth - 1;
    const double from = secondsAt(0);
    const auto x = [&](double seconds) {
        return nameWidth + std::clamp((seconds - from) / m_span, 0.0, 1.0) * room;
    };
    const int bottom = laneCount() * laneHeight;
    painter.setFont(wordFont(12));
    const double step = roundStep(m_span);
    for (double back = 0; back <= m_span * (1 + 1e-9); back += step) {
        const double at = x(inSeconds(m_now) - back);
        painter.setPen(QPen(t.line, 1, Qt::DotLine));
        painter.drawLine(QPointF(at, 0), QPointF(at, bottom));
        painter.setPen(t.soft);
        const auto words = back == 0 ? tr("now") : QStringLiteral("−") + qText(durationText(back));
        constexpr double wide = 80;
        const double left = std::clamp(at - wide / 2, 0.0, width() - wide);
        const bool isLast = left < at - wide / 2;
        painter.drawText(QRectF(left, bottom, wide, scaleHeight),
            Qt::AlignVCenter | (isLast ? Qt::AlignRight : Qt::AlignHCenter), words);
    }
    const auto drawName = [&](int top, const QString& name) {
        painter.setPen(t.soft);
        painter.drawText(QRectF(0, top, nameWidth - 8, laneHeight),
            Qt::AlignVCenter | Qt::AlignLeft,
            painter.fontMetrics().elidedText(name, Qt::ElideRight, nameWidth - 8));
        painter.setPen(QPen(t.line, 1));
        painter.drawLine(
            QPointF(nameWidth, top + laneHeight - 2.5), QPointF(width(), top + laneHeight - 2.5));
    };
    for (std::size_t i = 0; i < m_lanes.size(); ++i) {
        const int top = static_cast<int>(i) * laneHeight;
        drawName(top, m_lanes[i].name);
        for (const auto& busy : m_lanes[i].busy) {
            if (inSeconds(busy.to) <= from)
                continue;
            const double left = x(inSeconds(busy.from));
            const bool isProcessorSending = i < m_processors && isOfBus(busy.with);
            painter.fillRect(
                QRectF(left, top + 4, std::max(1.0, x(inSeconds(busy.to)) - left), laneHeight - 8),
                isProcessorSending ? t.accent : activityColour(busy.with));
        }
    }
    if (!m_pulsesOf.isEmpty()) {
        const int top = static_cast<int>(m_lanes.size()) * laneHeight;
        drawName(top, m_pulsesOf);
        for (const auto& pulse : m_pulses) {
            if (inSeconds(pulse.to) <= from)
                continue;
            // A lost one is hollow, so that its colour is not all that tells.
            const double left = x(inSeconds(pulse.from));
            const QRectF box(
                left, top + 4.5, std::max(2.0, x(inSeconds(pulse.to)) - left), laneHeight - 9);
            painter.setPen(QPen(pulse.isCounted ? t.accent : t.brick, 1.5));
            painter.setBrush(pulse.isCounted ? QBrush(t.pale) : QBrush(Qt::NoBrush));
            painter.drawRect(box);
        }
    }
    if (m_isInterrupted) {
        const int top = (laneCount() - 1) * laneHeight;
        drawName(top, tr("interrupts"));
        painter.setPen(QPen(t.accent, 1.5));
        for (const auto at : m_interrupts)
            if (inSeconds(at) > from)
                painter.drawLine(QPointF(x(inSeconds(at)), top + 5),
                    QPointF(x(inSeconds(at)), top + laneHeight - 5));
    }
    if (m_cursor >= 0) {
        painter.setPen(QPen(t.ink, 1));
        const double at = nameWidth + m_cursor * room;
        painter.drawLine(QPointF(at, 0), QPointF(at, bottom));
    }
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 1, Qt::DotLine));
        painter.drawRect(QRectF(nameWidth - 3, 0.5, width() - nameWidth + 2, bottom - 1));
    }
}

} // namespace fern::app
