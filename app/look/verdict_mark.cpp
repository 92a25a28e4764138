#include "app/look/verdict_mark.h"

#include "app/look/look.h"
#include "app/look/marks.h"

#include <QPainter>

namespace fern::app {

namespace {

QString wordOf(Verdict verdict)
{
    const auto word = verdictWord(verdict);
    return QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size()));
}

} // namespace

VerdictMark::VerdictMark(QWidget* parent)
    : QWidget(parent)
{
    setFixedHeight(20);
    setMinimumWidth(sizeHint().width());
}

void VerdictMark::showVerdict(Verdict verdict)
{
    if (verdict == m_verdict && !accessibleName().isEmpty())
        return;
    m_verdict = verdict;
    setAccessibleName(wordOf(verdict));
    update();
}

void VerdictMark::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF sign(1, 4, 12, 12);
    const QColor colour = m_verdict == Verdict::Met ? t.accent
        : m_verdict == Verdict::Missed              ? t.amber
                                                    : t.soft;
    if (m_verdict == Verdict::Met) {
        QPainterPath tick(sign.topLeft() + QPointF(1, 7));
        tick.lineTo(sign.topLeft() + QPointF(5, 11));
        tick.lineTo(sign.topLeft() + QPointF(12, 1));
        painter.strokePath(tick, QPen(colour, 2.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    } else if (m_verdict == Verdict::Missed) {
        painter.fillPath(severityPath(Severity::Check, sign), colour);
    } else {
        painter.setPen(QPen(colour, 1.4));
        painter.drawEllipse(sign.adjusted(1, 1, -1, -1));
    }
    painter.setFont(wordFont(12, m_verdict == Verdict::Missed));
    painter.setPen(m_verdict == Verdict::Missed ? t.ink : t.soft);
    painter.drawText(QRect(20, 0, width() - 20, height()), Qt::AlignVCenter, wordOf(m_verdict));
}

} // namespace fern::app
