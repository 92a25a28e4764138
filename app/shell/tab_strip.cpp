#include "app/shell/tab_strip.h"

#include "app/look/look.h"
#include "app/look/text.h"

#include <QContextMenuEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cstdlib>
#include <numeric>

namespace fern::app {

TabButton::TabButton(const QString& id, const QString& name, QWidget* parent)
    : QAbstractButton(parent)
    , m_id(id)
{
    setText(name);
    setObjectName(QStringLiteral("channelTab") + id);
    setAccessibleName(tr("Channel %1").arg(name));
    setToolTip(tr("%1. Drag to another place; right click for more.").arg(name));
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
}

QSize TabButton::sizeHint() const
{
    return {QFontMetrics(wordFont(13, true)).horizontalAdvance(text()) + 3 * grid, 31};
}

void TabButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(hasFocus() ? QPen(t.moss, 1.5) : QPen(Qt::NoPen));
    painter.setBrush(isChecked() ? t.paper : t.fern.darker(125));
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, corner), corner - 1, corner - 1);
    painter.setFont(wordFont(13, isChecked()));
    painter.setPen(isChecked() ? t.ink : t.onFernSoft);
    // Only a name that is longer than the whole strip is cut.
    painter.drawText(rect().adjusted(6, 0, -6, 0), Qt::AlignCenter,
        painter.fontMetrics().elidedText(text(), Qt::ElideRight, width() - 12));
}

void TabButton::mousePressEvent(QMouseEvent* event)
{
    m_pressX = static_cast<int>(event->globalPosition().x());
    QAbstractButton::mousePressEvent(event);
}

void TabButton::mouseReleaseEvent(QMouseEvent* event)
{
    const int moved = static_cast<int>(event->globalPosition().x()) - m_pressX;
    const bool isDrag = std::abs(moved) > width() / 2;
    QAbstractButton::mouseReleaseEvent(event);
    if (isDrag)
        Q_EMIT draggedBy(moved);
}

void TabButton::contextMenuEvent(QContextMenuEvent* event)
{
    click();
    Q_EMIT menuWanted(event->globalPos());
}

TabStrip::TabStrip(QWidget* parent)
    : QWidget(parent)
    , m_more(new TabButton({}, {}, this))
{
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    m_more->setObjectName(QStringLiteral("moreChannels"));
    m_more->setToolTip(tr("All channels, to be searched by typing"));
    m_more->setCheckable(false);
    connect(m_more, &QAbstractButton::clicked, this,
        [this] { Q_EMIT listWanted(m_more->mapToGlobal(QPoint(0, m_more->height()))); });
}

QSize TabStrip::sizeHint() const
{
    return {
        std::accumulate(m_tabs.begin(), m_tabs.end(), 0,
            [](int width, const TabButton* tab) { return width + tab->sizeHint().width() + grid; }),
        m_more->sizeHint().height()};
}

void TabStrip::showChannels(const Instrument& instrument, const QString& open)
{
    QStringList now;
    for (const auto& c : instrument.channels)
        now << qText(c->id) << qText(c->name);
    if (now != m_shown) {
        m_shown = now;
        rebuild(instrument);
    }
    for (auto* tab : m_tabs)
        tab->setChecked(tab->id() == open);
    layOut();
}

void TabStrip::rebuild(const Instrument& instrument)
{
    for (auto* tab : m_tabs)
        tab->deleteLater();
    m_tabs.clear();
    for (const auto& channel : instrument.channels) {
        auto* tab = new TabButton(qText(channel->id), qText(channel->name), this);
        m_tabs.push_back(tab);
        connect(tab, &QAbstractButton::clicked, this, [this, tab] { Q_EMIT chosen(tab->id()); });
        connect(tab, &TabButton::menuWanted, this, &TabStrip::menuWanted);
        connect(tab, &TabButton::draggedBy, this, [this, tab](int pixels) { drop(tab, pixels); });
    }
    setTabOrder(m_tabs.empty() ? this : static_cast<QWidget*>(m_tabs.back()), m_more);
    updateGeometry();
}

void TabStrip::layOut()
{
    const auto widthOf = [](const TabButton* tab) { return tab->sizeHint().width() + grid; };
    const bool allFit = sizeHint().width() - grid <= width();
    m_more->setText(tr("%1 more").arg(m_tabs.size()));
    const int room = width() + grid - (allFit ? 0 : widthOf(m_more));
    std::vector<TabButton*> seen;
    int used = 0;
    for (auto* tab : m_tabs) {
        if (!allFit && used + widthOf(tab) > room)
            break;
        seen.push_back(tab);
        used += widthOf(tab);
    }
    const auto open = std::find_if(
        m_tabs.begin(), m_tabs.end(), [](const TabButton* tab) { return tab->isChecked(); });
    if (open != m_tabs.end() && std::find(seen.begin(), seen.end(), *open) == seen.end()) {
        while (!seen.empty() && used + widthOf(*open) > room) {
            used -= widthOf(seen.back());
            seen.pop_back();
        }
        seen.push_back(*open);
    }
    for (auto* tab : m_tabs)
        tab->setVisible(std::find(seen.begin(), seen.end(), tab) != seen.end());
    int x = 0;
    const auto place = [&](TabButton* tab) {
        const auto size = tab->sizeHint();
        tab->setGeometry(x, height() - size.height(), std::min(size.width(), std::max(0, room - x)),
            size.height());
        x += size.width() + grid;
    };
    for (auto* tab : seen)
        place(tab);
    m_more->setVisible(!allFit);
    m_more->setText(tr("%1 more").arg(m_tabs.size() - seen.size()));
    m_more->setAccessibleName(m_more->text());
    m_more->setGeometry(std::min(x, width() - m_more->sizeHint().width()),
        height() - m_more->sizeHint().height(), m_more->sizeHint().width(),
        m_more->sizeHint().height());
}

void TabStrip::resizeEvent(QResizeEvent* /*event*/)
{
    layOut();
}

/// Counts the neighbours whose middle the tab was dragged over.
void TabStrip::drop(TabButton* tab, int pixels)
{
    const int from = tab->geometry().center().x();
    const int to = from + pixels;
    int by = 0;
    for (const auto* other : m_tabs) {
        const int x = other->geometry().center().x();
        if (!other->isVisible() || other == tab)
            continue;
        by += x > from && x < to ? 1 : x < from && x > to ? -1 : 0;
    }
    if (by != 0)
        Q_EMIT moved(tab->id(), by);
}

} // namespace fern::app
