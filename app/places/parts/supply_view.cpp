#include "app/places/parts/supply_view.h"

#include "app/look/card.h"
#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/scroll.h"
#include "app/look/text.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int rowHeight = 40;
constexpr int barTop = 20;
constexpr int thickness = 12;

} // namespace

BarRows::BarRows(QWidget* parent)
    : QWidget(parent)
{
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize BarRows::sizeHint() const
{
    return {300, static_cast<int>(m_rows.size()) * rowHeight};
}

void BarRows::showRows(std::vector<Row> rows)
{
    m_rows = std::move(rows);
    QStringList words;
    for (const auto& row : m_rows)
        words << tr("%1: %2").arg(row.title, row.words);
    setAccessibleDescription(words.join(QStringLiteral("; ")));
    updateGeometry();
    update();
}

void BarRows::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    int y = 0;
    for (const auto& row : m_rows) {
        painter.setFont(wordFont(12));
        const int wordsWidth = painter.fontMetrics().horizontalAdvance(row.words);
        painter.setPen(t.ink);
        painter.drawText(
            QRect(0, y, width(), barTop), Qt::AlignRight | Qt::AlignVCenter, row.words);
        painter.setPen(t.soft);
        int left = 0;
        if (row.isOver) {
            painter.fillPath(severityPath(Severity::Stop, QRectF(0, y + 5, 9, 9)), t.brick);
            left = 14;
        }
        const int room = width() - wordsWidth - grid - left;
        painter.drawText(QRect(left, y, room, barTop), Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(row.title, Qt::ElideRight, room));
        const auto at = [&](double value) {
            return std::clamp(value / std::max(row.full, 1e-12), 0.0, 1.0) * width();
        };
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.bar);
        painter.drawRoundedRect(QRectF(0, y + barTop, width(), thickness), 3, 3);
        painter.setBrush(row.isOver ? t.brick : t.moss);
        painter.drawRoundedRect(QRectF(0, y + barTop, at(row.value), thickness), 3, 3);
        if (row.mark > 0)
            painter.fillRect(
                QRectF(std::min(at(row.mark), width() - 3.0), y + barTop - 2, 3, thickness + 4),
                row.isOver ? t.brick : t.accent);
        y += rowHeight;
    }
}

SupplyView::SupplyView(QWidget* parent)
    : QWidget(parent)
    , m_hours(new QLabel(this))
    , m_made(softLabel({}, this))
    , m_bars(new BarRows(this))
    , m_shares(new BarRows(this))
{
    setObjectName(QStringLiteral("supply"));
    m_hours->setObjectName(QStringLiteral("hours"));
    m_made->setObjectName(QStringLiteral("hoursMade"));
    m_bars->setObjectName(QStringLiteral("supplyBars"));
    m_shares->setObjectName(QStringLiteral("supplyShares"));
    m_bars->setAccessibleName(tr("Supplies"));
    m_shares->setAccessibleName(tr("What draws current"));
    m_hours->setFont(wordFont(15, true));
    m_made->setWordWrap(true);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(m_hours);
    column->addWidget(m_made);
    auto* scroll = new QScrollArea(this);
    layInCard(*scroll);
    auto* content = new QWidget;
    content->setBackgroundRole(cardRole);
    auto* sides = new QHBoxLayout(content);
    sides->setContentsMargins(0, 0, grid, 0);
    sides->setSpacing(3 * grid);
    const auto addSide = [&](const QString& title, BarRows* rows) {
        auto* side = new QVBoxLayout;
        side->setSpacing(4);
        auto* label = new QLabel(title, content);
        label->setFont(wordFont(12, true));
        side->addWidget(label);
        side->addWidget(rows);
        side->addStretch(1);
        sides->addLayout(side, 1);
    };
    addSide(tr("What each supply gives"), m_bars);
    addSide(tr("What draws it, on average"), m_shares);
    scroll->setWidget(content);
    column->addWidget(scroll, 1);
}

void SupplyView::showSheet(const SupplySheet& sheet)
{
    m_hours->setText(qText(sheet.hours));
    const auto runs = qText(sheet.hours).section(QStringLiteral(" on "), 0, 0);
    tagFigures(m_hours, {{Figure::Hours, {}, runs == m_hours->text() ? tr("—") : runs}});
    m_hours->setForegroundRole(sheet.isBelowWish ? brickRole : QPalette::WindowText);
    m_made->setText(qText(sheet.made));
    m_made->setVisible(!sheet.made.empty());
    double largest = 0;
    for (const auto& bar : sheet.bars)
        largest = std::max(largest, bar.peak);
    std::vector<BarRows::Row> bars;
    for (const auto& bar : sheet.bars)
        bars.push_back({qText(bar.title), bar.limit > 0 ? bar.limit : largest, bar.average,
            bar.peak, bar.limit > 0 && bar.peak > bar.limit, qText(bar.words)});
    m_bars->showRows(std::move(bars));
    std::vector<BarRows::Row> shares;
    for (const auto& share : sheet.shares)
        shares.push_back({qText(share.title), 1, share.share, 0, false, qText(share.words)});
    m_shares->showRows(std::move(shares));
}

} // namespace fern::app
