#include "app/places/channels/sources/node_slots.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "judge/source_facts.h"

#include <QPainter>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int pollWordHeight = 18;
constexpr int slotHeight = 22;
constexpr int pollTimeWidth = 70;
constexpr std::int64_t slotsShown = 8;

} // namespace

NodeSlots::NodeSlots(QWidget* parent)
    : SourceView(parent)
{
    setObjectName(QStringLiteral("nodeSlots"));
}

void NodeSlots::showRun(const RunView& view, const Channel& channel)
{
    const auto& plain = view.plain().channels[view.channel];
    if (plain.device == nullptr)
        return; // a view of an older state
    const auto& radio = plain.device->radio;
    m_length = inSi(radio.slot);
    m_tries = radio.tries;
    const auto period = plain.sampleEvery;
    const auto newest = view.now / period;
    const auto turn = pollTurn(view.plain(), plain);
    m_slots.clear();
    int silent = 0;
    for (auto k = std::max<std::int64_t>(0, newest - slotsShown + 1); k <= newest; ++k) {
        const auto begin = period * k + turn;
        if (begin > view.now)
            break;
        Slot slot{inSeconds(begin), {}, view.now >= begin + ticksFromSeconds(m_length)};
        for (const auto& told : view.told)
            if (told.state != ToldState::Other && told.at >= begin && told.at < begin + period)
                slot.told.push_back(told);
        silent += slot.isOver && slot.told.empty();
        m_slots.push_back(std::move(slot));
    }
    m_words = tr("Node %1: %2 of %3 polls without an answer")
                  .arg(channel.source.node.address)
                  .arg(silent)
                  .arg(m_slots.size());
    setAccessibleName(m_words);
    update();
}

void NodeSlots::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, 0, width(), pollWordHeight), Qt::AlignVCenter, m_words);
    const double left = pollTimeWidth;
    const double room = (width() - left) * 0.42;
    const auto rows =
        static_cast<std::size_t>(std::max(1, (height() - pollWordHeight - 4) / slotHeight));
    const auto first = m_slots.size() - std::min(m_slots.size(), rows);
    double y = pollWordHeight + 4;
    for (auto i = first; i < m_slots.size(); ++i, y += slotHeight) {
        const auto& slot = m_slots[i];
        painter.setPen(t.soft);
        painter.drawText(QRectF(0, y, pollTimeWidth - 8, slotHeight),
            Qt::AlignVCenter | Qt::AlignRight, tr("%1 s").arg(slot.from, 0, 'f', 0));
        const QRectF bar(left, y + 5, room, slotHeight - 10);
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(t.pale);
        painter.drawRect(bar);
        for (int k = 1; k < m_tries; ++k)
            painter.drawLine(QPointF(left + room * k / m_tries, bar.top()),
                QPointF(left + room * k / m_tries, bar.bottom()));
        QString words = slot.isOver ? tr("■ no answer") : tr("asked");
        QColor colour = slot.isOver ? t.brick : t.soft;
        for (const auto& told : slot.told) {
            const double at = (inSeconds(told.at) - slot.from) / m_length;
            const bool isGood = told.state == ToldState::Good;
            painter.setPen(Qt::NoPen);
            painter.setBrush(isGood ? t.accent : told.state == ToldState::Bad ? t.brick : t.soft);
            painter.drawEllipse(QPointF(left + room * std::min(1.0, at), bar.center().y()), 5, 5);
            words =
                tr("%1 after %2")
                    .arg(qText(told.parsed), qText(durationText(inSeconds(told.at) - slot.from)));
            colour = isGood ? t.ink : told.state == ToldState::Bad ? t.brick : t.soft;
        }
        painter.setPen(colour);
        painter.drawText(QRectF(left + room + 10, y, width() - left - room - 10, slotHeight),
            Qt::AlignVCenter, words);
    }
}

} // namespace fern::app
