#include "app/places/channels/glass/age_bar.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"

#include <QPainter>

#include <algorithm>
#include <array>

namespace fern::app {

namespace {

QString duration(double seconds)
{
    return qText(durationText(seconds));
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
    QStringList words;
    for (const auto& part : age.parts())
        if (part.seconds > 0)
            words << tr("%1 %2").arg(qText(part.name), duration(part.seconds));
    setAccessibleName(tr("Oldest number %1, wished at most %2: %3")
                          .arg(duration(age.oldest()), duration(wishedSeconds),
                              words.join(QStringLiteral(", "))));
    update();
}

void AgeBar::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    const std::array<QColor, 7> colours{t.soft, t.moss, t.accent, t.brick, t.sky, t.amber, t.trace};
    const auto parts = m_age.parts();
    QPainter painter(this);
    const double most = std::max(m_age.oldest(), m_wished) * 1.02;
    const auto x = [&](double seconds) { return width() * seconds / most; };
    constexpr double barTop = 4;
    constexpr double barHeight = 16;
    double at = 0;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        if (parts[i].seconds <= 0)
            continue;
        painter.fillRect(
            QRectF(x(at), barTop, std::max(1.0, x(parts[i].seconds)), barHeight), colours[i]);
        at += parts[i].seconds;
    }
    painter.setPen(QPen(m_age.oldest() > m_wished ? t.brick : t.ink, 2));
    painter.drawLine(QPointF(x(m_wished) - 1, 0), QPointF(x(m_wished) - 1, barTop + barHeight + 4));
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    double y = barTop + barHeight + 5;
    painter.drawText(
        QRectF(0, y, width(), 15), Qt::AlignRight, tr("wish %1").arg(duration(m_wished)));
    painter.setPen(t.ink);
    painter.setFont(wordFont(11, true));
    painter.drawText(
        QRectF(0, y, width(), 15), Qt::AlignLeft, tr("oldest %1").arg(duration(m_age.oldest())));
    painter.setFont(wordFont(12));
    y += 18;
    const auto rows = std::count_if(
        parts.begin(), parts.end(), [](const auto& part) { return part.seconds > 0; });
    const double rowHeight =
        std::min(18.0, (height() - y) / static_cast<double>(std::max<std::ptrdiff_t>(1, rows)));
    for (std::size_t i = 0; i < parts.size(); ++i) {
        if (parts[i].seconds <= 0)
            continue;
        painter.fillRect(QRectF(0, y + rowHeight / 2 - 4, 8, 8), colours[i]);
        painter.setPen(t.soft);
        painter.drawText(QRectF(14, y, 90, rowHeight), Qt::AlignVCenter, qText(parts[i].name));
        painter.setPen(t.ink);
        painter.drawText(
            QRectF(100, y, width() - 100, rowHeight), Qt::AlignVCenter, duration(parts[i].seconds));
        y += rowHeight;
    }
}

} // namespace fern::app
