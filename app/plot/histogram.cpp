#include "app/plot/histogram.h"

#include "app/look/look.h"

#include <QPainter>

#include <algorithm>

namespace fern::app {

Histogram::Histogram(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("histogram"));
}

void Histogram::showStatistics(const CodeStatistics& statistics)
{
    m_statistics = statistics;
    setAccessibleName(tr(
        "Histogram of codes: %1 samples, %2 codes from %3 to %4, mean %5, deviation %6, %7 missing")
                          .arg(statistics.samples)
                          .arg(statistics.distinct)
                          .arg(statistics.least)
                          .arg(statistics.most)
                          .arg(statistics.mean, 0, 'f', 1)
                          .arg(statistics.deviation, 0, 'f', 2)
                          .arg(statistics.missing.size()));
    update();
}

void Histogram::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    const auto& s = m_statistics;
    QPainter painter(this);
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    constexpr int labels = 16;
    const QRectF room = QRectF(rect()).adjusted(0, labels, 0, -labels);
    painter.drawText(
        QRectF(0, 0, width(), labels), Qt::AlignLeft | Qt::AlignVCenter, tr("how often"));
    if (s.bins.empty()) {
        painter.drawText(room, Qt::AlignCenter, tr("no samples yet"));
        return;
    }
    int most = 1;
    for (const auto& bin : s.bins)
        most = std::max(most, bin.count);
    painter.drawText(
        QRectF(0, 0, width(), labels), Qt::AlignRight | Qt::AlignVCenter, tr("most %1").arg(most));
    const double step = room.width() / static_cast<double>(s.bins.size());
    const double gap = step > 4 ? 1 : 0;
    for (std::size_t i = 0; i < s.bins.size(); ++i) {
        const double height = room.height() * s.bins[i].count / most;
        painter.fillRect(QRectF(room.left() + static_cast<double>(i) * step, room.bottom() - height,
                             std::min(step - gap, 40.0), height),
            t.moss);
    }
    for (const auto missing : s.missing) {
        const double x = room.left() + (static_cast<double>(missing - s.least) + 0.5) * step;
        painter.setPen(QPen(t.amber, 1.5));
        painter.drawLine(QPointF(x, room.bottom() - 10), QPointF(x, room.bottom()));
    }
    painter.setPen(t.line);
    painter.drawLine(room.bottomLeft(), room.bottomRight());
    painter.setPen(t.soft);
    const QRectF below(0, room.bottom() + 1, width(), labels);
    painter.drawText(below, Qt::AlignLeft | Qt::AlignVCenter, QString::number(s.least));
    painter.drawText(below, Qt::AlignRight | Qt::AlignVCenter, QString::number(s.most));
}

} // namespace fern::app
