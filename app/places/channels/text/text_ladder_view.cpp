#include "app/places/channels/text/text_ladder_view.h"

#include "app/look/look.h"
#include "app/look/text.h"

#include <QPainter>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int leastRowHeight = 15;
constexpr int mostRowHeight = 27;
constexpr int nameWidth = 108;
constexpr int cellWidth = 14;
constexpr int widestCells = 12; ///< more cells are drawn narrower

} // namespace

TextLadderView::TextLadderView(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("textLadder"));
}

QSize TextLadderView::sizeHint() const
{
    return {340, leastRowHeight * static_cast<int>(std::max<std::size_t>(m_rungs.size(), 10))};
}

void TextLadderView::showLadder(const std::string& now, const std::vector<LadderRung>& rungs)
{
    m_rungs = rungs;
    m_rungs.insert(m_rungs.begin(), {QObject::tr("now").toStdString(), "", now, false});
    QStringList words;
    for (const auto& rung : m_rungs)
        words << QStringLiteral("%1 “%2”").arg(qText(rung.name), qText(rung.text));
    setAccessibleName(tr("Test values: %1").arg(words.join(QStringLiteral(", "))));
    update();
}

void TextLadderView::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const int rowHeight = std::clamp(
        height() / std::max(1, static_cast<int>(m_rungs.size())), leastRowHeight, mostRowHeight);
    int cells = 1;
    for (const auto& rung : m_rungs)
        cells = std::max(cells, static_cast<int>(qText(rung.text).size()));
    const double cell = cells <= widestCells ? cellWidth : double(widestCells * cellWidth) / cells;
    double y = 0;
    for (const auto& rung : m_rungs) {
        const bool isNow = &rung == &m_rungs.front();
        painter.setFont(wordFont(12, isNow));
        painter.setPen(isNow ? t.ink : t.soft);
        painter.drawText(
            QRectF(0, y, nameWidth, rowHeight), Qt::AlignVCenter | Qt::AlignLeft, qText(rung.name));
        const auto text = qText(rung.text);
        painter.setFont(codeFont(cell < 11 || rowHeight < 17 ? 11 : 13));
        for (int i = 0; i < text.size(); ++i) {
            const QRectF box(nameWidth + i * cell, y + 1, cell - 1, rowHeight - 2);
            painter.setPen(Qt::NoPen);
            painter.setBrush(t.glass);
            painter.drawRect(box);
            painter.setPen(t.lit);
            painter.drawText(box, Qt::AlignCenter, QString(text[i]));
        }
        painter.setFont(wordFont(12));
        painter.setPen(t.soft);
        const double right = nameWidth + cells * cell + 10;
        painter.drawText(QRectF(right, y, width() - right, rowHeight),
            Qt::AlignVCenter | Qt::AlignLeft,
            painter.fontMetrics().elidedText(
                qText(rung.value), Qt::ElideRight, static_cast<int>(width() - right)));
        y += rowHeight;
    }
}

} // namespace fern::app
