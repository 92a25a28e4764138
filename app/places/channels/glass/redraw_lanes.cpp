#include "app/places/channels/glass/redraw_lanes.h"

#include "app/look/activity.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <QPainter>

#include <algorithm>

namespace fern::app {

namespace {

constexpr double secondsShown = 2.5;
constexpr int nameWidth = 66;
constexpr int laneHeight = 22;

} // namespace

RedrawLanes::RedrawLanes(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("redrawLanes"));
}

void RedrawLanes::showView(const RunView& view)
{
    m_activity = view.activity;
    m_texts = view.texts;
    m_now = view.now;
    setAccessibleName(tr("Redraws of the last seconds: %1 texts, the newest “%2”")
                          .arg(m_texts.size())
                          .arg(m_texts.empty() ? QString() : qText(m_texts.back().text)));
    update();
}

void RedrawLanes::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double now = inSeconds(m_now);
    const double room = width() - nameWidth - 4;
    const auto x = [&](double seconds) {
        return nameWidth + std::clamp(1 - (now - seconds) / secondsShown, 0.0, 1.0) * room;
    };
    const QStringList names{tr("processor"), tr("bus"), tr("panel"), tr("glass")};
    painter.setFont(wordFont(12));
    for (int lane = 0; lane < names.size(); ++lane) {
        painter.setPen(t.soft);
        painter.drawText(QRectF(0, lane * laneHeight, nameWidth - 8, laneHeight),
            Qt::AlignVCenter | Qt::AlignLeft, names[lane]);
        painter.setPen(QPen(t.line, 1));
        painter.drawLine(QPointF(nameWidth, (lane + 1) * laneHeight - 2.5),
            QPointF(width() - 4, (lane + 1) * laneHeight - 2.5));
    }
    const auto block = [&](int lane, double from, double to, const QColor& colour) {
        if (to < now - secondsShown)
            return;
        const double left = x(from);
        painter.fillRect(
            QRectF(left, lane * laneHeight + 3, std::max(1.5, x(to) - left), laneHeight - 7),
            colour);
    };
    for (const auto& busy : m_activity) {
        const double from = inSeconds(busy.from);
        const double to = inSeconds(busy.to);
        if (isOfProcessor(busy.with))
            block(0, from, to, isOfBus(busy.with) ? t.accent : activityColour(busy.with));
        if (isOfBus(busy.with))
            block(1, from, to, t.sky);
        if (busy.with == BusyWith::Panel)
            block(2, from, to, t.amber);
    }
    const int glassLane = static_cast<int>(names.size()) - 1;
    painter.setFont(codeFont(12));
    for (std::size_t i = 0; i < m_texts.size(); ++i) {
        const double from = x(m_texts[i].visibleAt);
        const double to = i + 1 < m_texts.size() ? x(m_texts[i + 1].visibleAt) : x(now);
        const QRectF box(
            from, glassLane * laneHeight + 2, std::max(0.0, to - from - 1), laneHeight - 5);
        painter.fillRect(box, t.glass);
        painter.setPen(t.lit);
        const auto text = qText(m_texts[i].text).trimmed();
        if (box.width() > painter.fontMetrics().horizontalAdvance(text) + 2)
            painter.drawText(box, Qt::AlignCenter, text);
    }
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    const double axis = static_cast<double>(names.size()) * laneHeight + 2;
    for (const double back : {2.0, 1.0, 0.0})
        painter.drawText(QRectF(x(now - back) - 40, axis, back == 0 ? 44 : 80, 16),
            back == 0 ? Qt::AlignRight : Qt::AlignHCenter,
            back == 0 ? tr("now") : tr("−%1 s").arg(back));
}

} // namespace fern::app
