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
    // Side by side where they would stand too close below each other.
    constexpr double usualRow = 18;
    constexpr double closestRow = 14;
    constexpr int narrowest = 130; // pixels of a column
    const auto told = std::count_if(
        parts.begin(), parts.end(), [](const auto& part) { return part.seconds > 0; });
    const double room = height() - y;
    const int columns =
        static_cast<double>(told) * closestRow > room && width() >= 2 * narrowest ? 2 : 1;
    const auto rows = std::max<std::ptrdiff_t>(1, (told + columns - 1) / columns);
    const double rowHeight = std::min(usualRow, room / static_cast<double>(rows));
    const double columnWidth = static_cast<double>(width()) / columns;
    std::ptrdiff_t drawn = 0;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        if (parts[i].seconds <= 0)
            continue;
        const auto column = drawn / rows;
        const QRectF cell(columnWidth * static_cast<double>(column),
            y + rowHeight * static_cast<double>(drawn - column * rows), columnWidth, rowHeight);
        painter.fillRect(QRectF(cell.left(), cell.center().y() - 4, 8, 8), colours[i]);
        painter.setPen(t.soft);
        painter.drawText(cell.adjusted(14, 0, 0, 0), Qt::AlignVCenter, qText(parts[i].name));
        painter.setPen(t.ink);
        painter.drawText(cell.adjusted(82, 0, 0, 0), Qt::AlignVCenter, duration(parts[i].seconds));
        ++drawn;
    }
}

} // namespace fern::app
