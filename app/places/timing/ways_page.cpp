#include "app/places/timing/ways_page.h"

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"

#include <QPainter>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

WayButton::WayButton(QWidget* parent)
    : QAbstractButton(parent)
{
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setCursor(Qt::PointingHandCursor);
}

void WayButton::showWay(const RedrawWay& way, double longest)
{
    m_way = way;
    m_longest = longest;
    setText(qText(way.words));
    m_bytes = qText(countText(way.mostBytes, "byte"));
    auto figures =
        tr("%1 usually, %2 at most")
            .arg(qText(durationText(way.usualSeconds)), qText(durationText(way.mostSeconds)));
    if (way.darkSeconds > 0)
        figures += tr("; dark for %1").arg(qText(durationText(way.darkSeconds)));
    m_times = figures;
    setAccessibleDescription(figures + QStringLiteral(", ") + m_bytes);
    setToolTip(way.isOwn ? tr("The display is redrawn so.") : tr("Redraw the display so"));
    update();
}

void WayButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    if (m_way.isOwn || underMouse() || hasFocus()) {
        painter.setPen(QPen(m_way.isOwn || hasFocus() ? t.accent : t.line, hasFocus() ? 2 : 1));
        painter.setBrush(m_way.isOwn ? QBrush(t.pale) : QBrush(Qt::NoBrush));
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner, corner);
    }
    constexpr double pad = 8;
    const QRectF inside(pad, 4, width() - 2 * pad, height() - 8);
    painter.setPen(t.ink);
    painter.setFont(wordFont(13, m_way.isOwn));
    painter.drawText(inside, Qt::AlignLeft | Qt::AlignTop, text());
    painter.setFont(wordFont(12));
    painter.setPen(t.soft);
    painter.drawText(inside, Qt::AlignRight | Qt::AlignTop, m_bytes);
    const auto length = [&](double seconds) { return seconds / m_longest * inside.width(); };
    const double top = inside.top() + 19;
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.bar);
    painter.drawRect(QRectF(inside.left(), top, length(m_way.mostSeconds), 10));
    painter.setBrush(t.accent);
    painter.drawRect(QRectF(inside.left(), top, std::max(1.0, length(m_way.usualSeconds)), 10));
    if (m_way.darkSeconds > 0) { // hollow, below: no colour alone tells it
        painter.setPen(QPen(t.brick, 1.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(
            QRectF(inside.left(), top + 2, std::min(inside.width(), length(m_way.darkSeconds)), 6));
    }
    painter.setPen(t.soft);
    painter.setFont(wordFont(12));
    painter.drawText(inside, Qt::AlignLeft | Qt::AlignBottom,
        painter.fontMetrics().elidedText(
            m_times, Qt::ElideRight, static_cast<int>(inside.width())));
}

WaysPage::WaysPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_display(new QComboBox(this))
{
    m_display->setObjectName(QStringLiteral("waysDisplay"));
    m_display->setAccessibleName(tr("Display"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_display);
    auto* words = wrappedLabel(this, "waysWords");
    words->setText(tr("On the bus, with each redraw: the long bar at most, the dark one while each "
                      "number moves by a step of its wish."));
    words->setForegroundRole(softRole);
    words->setFont(wordFont(12));
    column->addWidget(words);
    auto* room = new QScrollArea(this);
    room->setWidgetResizable(true);
    auto* inside = new QWidget(room);
    m_rows = new QVBoxLayout(inside);
    m_rows->setContentsMargins(0, 0, grid, 0);
    m_rows->setSpacing(grid / 2);
    m_rows->addStretch(1);
    room->setWidget(inside);
    layInCard(*room);
    column->addWidget(room, 1);
    connect(m_display, &QComboBox::activated, this, &WaysPage::showWays);
}

void WaysPage::showInstrument(const std::shared_ptr<const PlainInstrument>& plain)
{
    m_plain = plain;
    const auto before = m_display->currentText();
    m_display->clear();
    for (const auto& display : plain->displays)
        if (!display.pages.empty())
            m_display->addItem(qText(display.id));
    m_display->setCurrentIndex(std::max(0, m_display->findText(before)));
    m_display->setVisible(m_display->count() > 1);
    showWays();
}

void WaysPage::showWays()
{
    const auto display = indexOf(m_plain->displays, m_display->currentText().toStdString());
    m_ways = display < m_plain->displays.size() ? redrawWays(*m_plain, m_plain->displays[display])
                                                : std::vector<RedrawWay>();
    double longest = 1e-9;
    for (const auto& way : m_ways)
        longest = std::max(longest, way.mostSeconds);
    while (m_buttons.size() < m_ways.size()) {
        auto* button = new WayButton(this);
        const auto index = m_buttons.size();
        button->setObjectName(QStringLiteral("way%1").arg(index));
        connect(button, &WayButton::clicked, this, [this, index] { choose(index); });
        m_rows->insertWidget(static_cast<int>(index), button);
        m_buttons.push_back(button);
    }
    for (std::size_t i = 0; i < m_buttons.size(); ++i) {
        m_buttons[i]->setVisible(i < m_ways.size());
        if (i < m_ways.size())
            m_buttons[i]->showWay(m_ways[i], longest);
    }
}

void WaysPage::choose(std::size_t way)
{
    const auto* display =
        findById(m_document.instrument().displays, m_display->currentText().toStdString());
    if (display == nullptr || m_ways[way].isOwn)
        return;
    auto changed = *display;
    changed.driver.strategy = m_ways[way].strategy;
    m_document.apply(tr("Way to redraw"), withDisplay(m_document.instrument(), changed));
}

} // namespace fern::app
