#include "app/places/channels/text/budget_bars.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/quantity_text.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr double widestDecade = 2; ///< the axis begins at 100 units
constexpr double finestDecade = -5;

} // namespace

BudgetBars::BudgetBars(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("budgetBars"));
    setMinimumHeight(2 * 50 + 22);
}

void BudgetBars::showBars(const std::array<BudgetBar, 2>& bars, const PlainReader& reader)
{
    m_bars = bars;
    m_unit = reader.unit;
    m_decimals = reader.text.decimals;
    const auto honest = [&](std::size_t i) {
        return m_bars[i].isKnown() ? QString::number(m_bars[i].honest) : tr("not known how many");
    };
    setAccessibleName(tr("Honest decimals: %1 accurate, %2 repeating; shown: %3")
                          .arg(honest(0), honest(1))
                          .arg(m_decimals));
    update();
}

QString BudgetBars::half(std::size_t bar) const
{
    const double standard = m_bars[bar].standard;
    return m_bars[bar].isKnown()
        ? QStringLiteral("±") + qText(quantityText(differenceToSi(2 * standard, m_unit), m_unit, 2))
        : tr("—");
}

void BudgetBars::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto x = [&](double value) {
        const double decade = std::clamp(std::log10(value), finestDecade, widestDecade);
        return (width() - 1) * (widestDecade - decade) / (widestDecade - finestDecade);
    };
    const double rowHeight = (height() - 24) / 2.0;
    for (std::size_t i = 0; i < m_bars.size(); ++i) {
        const auto& bar = m_bars[i];
        const double y = static_cast<double>(i) * rowHeight;
        painter.setFont(wordFont(12, true));
        painter.setPen(t.ink);
        painter.drawText(QRectF(0, y, width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
            bar.isKnown() ? tr("%1 %2").arg(qText(bar.name), half(i))
                          : tr("%1 not known").arg(qText(bar.name)));
        painter.setFont(wordFont(12, bar.honest < m_decimals));
        if (bar.isKnown())
            painter.drawText(QRectF(0, y, width(), 18), Qt::AlignRight | Qt::AlignVCenter,
                bar.honest == 1 ? tr("1 decimal") : tr("%1 decimals").arg(bar.honest));
        const QRectF track(0, y + 20, width(), 9);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.bar);
        painter.drawRoundedRect(track, 3, 3);
        painter.setBrush(t.moss);
        if (bar.isKnown())
            painter.drawRoundedRect(
                QRectF(0, track.top(), std::max(4.0, x(std::max(bar.standard, 1e-9))), 9), 3, 3);
        painter.setFont(wordFont(11));
        painter.setPen(t.soft);
        painter.drawText(
            QRectF(0, y + 31, width(), 15), Qt::AlignLeft | Qt::AlignVCenter, qText(bar.note));
    }
    // The step of each decimal; the one that is shown now stands out and keeps its room.
    const double shownHalf = QFontMetrics(wordFont(11, true)).horizontalAdvance(tr("shown")) / 2.0;
    for (int d = 0; d <= 4; ++d) {
        const double at = x(std::pow(10.0, -d));
        const bool shown = d == m_decimals;
        painter.setPen(
            QPen(shown ? t.amber : t.line, shown ? 1.6 : 1, shown ? Qt::SolidLine : Qt::DotLine));
        painter.drawLine(QPointF(at, 18), QPointF(at, height() - 20));
        painter.setFont(wordFont(11, shown));
        painter.setPen(shown ? t.ink : t.soft);
        const auto words = shown ? tr("shown") : QString::number(std::pow(10.0, -d));
        const double half = painter.fontMetrics().horizontalAdvance(words) / 2.0 + 3;
        const double from = shown ? at : x(std::pow(10.0, -m_decimals));
        if (shown || std::fabs(at - from) > half + shownHalf)
            painter.drawText(
                QRectF(at - half, height() - 19, 2 * half, 16), Qt::AlignCenter, words);
    }
}

} // namespace fern::app
