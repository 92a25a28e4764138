#include "app/places/bench/shown_list.h"

#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <QPainter>

namespace fern::app {

namespace {

constexpr int pairHeight = 18;
constexpr std::array<double, 5> pairColumns{0, 66, 210, 310, 410}; ///< left edges

} // namespace

ShownList::ShownList(QWidget* parent)
    : QWidget(parent)
    , m_onlyDifferent(new Chip(tr("only differences"), this))
{
    setObjectName(QStringLiteral("shownList"));
    m_onlyDifferent->setObjectName(QStringLiteral("onlyDifferent"));
    m_onlyDifferent->setToolTip(tr("Lists the texts that differ, and leaves the others out"));
    connect(m_onlyDifferent, &QAbstractButton::toggled, this, qOverload<>(&QWidget::update));
}

void ShownList::resizeEvent(QResizeEvent* event)
{
    const auto size = m_onlyDifferent->sizeHint();
    m_onlyDifferent->setGeometry(width() - size.width(), 0, size.width(), pairHeight);
    QWidget::resizeEvent(event);
}

void ShownList::showPairs(const RunView& view)
{
    const auto& pairs = view.live->shown;
    m_rows.clear();
    std::size_t different = 0;
    for (const auto& pair : pairs) {
        different += !pair.cause.empty();
        m_rows.push_back({QString::number(inSeconds(pair.at), 'f', 2),
            qText(view.plain().readers[pair.reader].id), qText(pair.board), qText(pair.ours),
            pair.cause.empty() ? tr("the same") : qText(pair.cause), !pair.cause.empty()});
    }
    m_summary = pairs.empty()
        ? tr("The board says nothing of what it shows. Let it print a field such as %1.shown.")
              .arg(view.plain().readers.empty() ? QStringLiteral("reader")
                                                : qText(view.plain().readers.front().id))
        : tr("Of the last %1 texts %2 differ from what the raw value should show")
              .arg(pairs.size())
              .arg(different);
    setAccessibleName(m_summary);
    update();
}

void ShownList::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(QRectF(0, 0, width(), pairHeight), Qt::AlignVCenter, m_summary);
    if (m_rows.empty())
        return;
    const auto draw = [&](std::size_t column, double y, const QString& text) {
        const double right = column + 1 < pairColumns.size() ? pairColumns[column + 1] - 8
                                                             : static_cast<double>(width());
        const QRectF box(pairColumns[column], y, right - pairColumns[column], pairHeight);
        painter.drawText(box, Qt::AlignVCenter,
            painter.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(box.width())));
    };
    double y = pairHeight;
    const std::array<QString, 5> heads{
        tr("seconds"), tr("reader"), tr("board"), tr("should be"), tr("likely cause")};
    for (std::size_t i = 0; i < heads.size(); ++i)
        draw(i, y, heads[i]);
    y += pairHeight + 2;
    const auto room = static_cast<std::size_t>(std::max(0.0, (height() - y) / pairHeight));
    std::vector<const Row*> rows;
    for (const auto& row : m_rows)
        if (!m_onlyDifferent->isChecked() || row.isDifferent)
            rows.push_back(&row);
    for (auto i = rows.size() - std::min(rows.size(), room); i < rows.size(); ++i) {
        const auto& row = *rows[i];
        const bool isSame = !row.isDifferent;
        painter.setFont(wordFont(12));
        painter.setPen(t.soft);
        draw(0, y, row.at);
        painter.setPen(t.ink);
        draw(1, y, row.reader);
        painter.setFont(codeFont(12));
        painter.setPen(isSame ? t.ink : t.amber);
        draw(2, y, row.board);
        painter.setPen(t.ink);
        draw(3, y, row.ours);
        painter.setFont(wordFont(12));
        painter.setPen(isSame ? t.soft : t.amber);
        draw(4, y, row.cause);
        y += pairHeight;
    }
}

} // namespace fern::app
