#include "app/places/channels/age_bar.h"

#include "app/look/look.h"
#include "base/number_text.h"

#include <QPainter>

#include <algorithm>
#include <array>

namespace fern::app {

namespace {

QString duration(double seconds)
{
    return QString::fromStdString(durationText(seconds));
}

} // namespace

AgeBar::AgeBar(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("ageBar"));
}

void AgeBar::showAge(const AgeBreakdown& age, double wishedSeconds)
{
    m_age = age;
    m_wished = wishedSeconds;
    setAccessibleName(
        tr("Oldest number %1, wished at most %2: sampling %3, smoothing %4, redraw %5, panel %6, "
           "waiting %7")
            .arg(duration(age.oldest()), duration(wishedSeconds), duration(age.sampling),
                duration(age.smoothing), duration(age.redraw), duration(age.panel),
                duration(age.waiting)));
    update();
}

void AgeBar::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    struct Share {
        QString name;
        double seconds;
        QColor colour;
    };
    const std::array<Share, 5> shares{{{tr("sampling"), m_age.sampling, t.moss},
        {tr("smoothing"), m_age.smoothing, t.accent}, {tr("redraw"), m_age.redraw, t.sky},
        {tr("panel"), m_age.panel, t.amber}, {tr("waiting"), m_age.waiting, t.trace}}};
    QPainter painter(this);
    const double most = std::max(m_age.oldest(), m_wished) * 1.02;
    const auto x = [&](double seconds) { return width() * seconds / most; };
    constexpr double barTop = 4;
    constexpr double barHeight = 16;
    double at = 0;
    for (const auto& share : shares) {
        painter.fillRect(
            QRectF(x(at), barTop, std::max(1.0, x(share.seconds)), barHeight), share.colour);
        at += share.seconds;
    }
    painter.setPen(QPen(at > m_wished ? t.brick : t.ink, 2));
    painter.drawLine(QPointF(x(m_wished) - 1, 0), QPointF(x(m_wished) - 1, barTop + barHeight + 4));
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    double y = barTop + barHeight + 5;
    painter.drawText(
        QRectF(0, y, width(), 15), Qt::AlignRight, tr("wish %1").arg(duration(m_wished)));
    painter.setPen(t.ink);
    painter.setFont(wordFont(11, true));
    painter.drawText(QRectF(0, y, width(), 15), Qt::AlignLeft, tr("oldest %1").arg(duration(at)));
    painter.setFont(wordFont(12));
    y += 18;
    const double rowHeight = std::min(18.0, (height() - y) / static_cast<double>(shares.size()));
    for (const auto& share : shares) {
        painter.fillRect(QRectF(0, y + rowHeight / 2 - 4, 8, 8), share.colour);
        painter.setPen(t.soft);
        painter.drawText(QRectF(14, y, 90, rowHeight), Qt::AlignVCenter, share.name);
        painter.setPen(t.ink);
        painter.drawText(
            QRectF(100, y, width() - 100, rowHeight), Qt::AlignVCenter, duration(share.seconds));
        y += rowHeight;
    }
}

} // namespace fern::app
