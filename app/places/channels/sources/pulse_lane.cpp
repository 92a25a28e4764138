#include "app/places/channels/sources/pulse_lane.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int wordHeight = 18;

} // namespace

PulseLane::PulseLane(QWidget* parent)
    : SourceView(parent)
{
    setObjectName(QStringLiteral("pulseLane"));
}

void PulseLane::showRun(const RunView& view, const Channel& /*channel*/)
{
    m_pulses = view.pulses.newest;
    const auto bounces = std::count_if(
        m_pulses.edges.begin(), m_pulses.edges.end(), [](const Edge& e) { return e.isBounce; });
    const auto rising = std::count_if(m_pulses.edges.begin(), m_pulses.edges.end(),
        [](const Edge& e) { return e.toHigh && !e.isBounce; });
    m_words = tr("The last %1: %2 pulses%3")
                  .arg(qText(durationText(inSeconds(m_pulses.to - m_pulses.from))))
                  .arg(rising)
                  .arg(bounces > 0 ? tr(" and %1 bounces").arg(bounces / 2) : QString());
    setAccessibleName(m_words);
    update();
}

void PulseLane::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, 0, width(), wordHeight), Qt::AlignVCenter, m_words);
    const double top = wordHeight + 8;
    const double bottom = height() - 8;
    const double span = std::max(1e-9, inSeconds(m_pulses.to - m_pulses.from));
    const auto x = [&](Ticks at) { return width() * inSeconds(at - m_pulses.from) / span; };
    const auto y = [&](bool isHigh) { return isHigh ? top : bottom; };
    bool level = m_pulses.beginsHigh;
    double last = 0;
    for (const auto& edge : m_pulses.edges) {
        const double at = x(edge.at);
        painter.setPen(QPen(t.accent, 1.6));
        painter.drawLine(QPointF(last, y(level)), QPointF(at, y(level)));
        painter.setPen(QPen(edge.isBounce ? t.amber : t.accent, 1.6));
        painter.drawLine(QPointF(at, top), QPointF(at, bottom));
        level = edge.toHigh;
        last = at;
    }
    painter.setPen(QPen(t.accent, 1.6));
    painter.drawLine(QPointF(last, y(level)), QPointF(width(), y(level)));
}

} // namespace fern::app
