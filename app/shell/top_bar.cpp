#include "app/shell/top_bar.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/shell/channel_menu.h"

#include <QAction>
#include <QContextMenuEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QToolButton>

#include <cstdlib>

namespace fern::app {

namespace {

/// Text and flat ground for the dark bar.
class BarButton : public QToolButton {
public:
    BarButton(QAction* action, QWidget* parent)
        : QToolButton(parent)
    {
        setDefaultAction(action);
        setFocusPolicy(Qt::StrongFocus);
    }
    QSize sizeHint() const override
    {
        return {fontMetrics().horizontalAdvance(text()) + 2 * grid + 4, 26};
    }

protected:
    void paintEvent(QPaintEvent* /*event*/) override
    {
        const auto& t = tokens();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        if (isDown() || underMouse() || hasFocus()) {
            painter.setPen(hasFocus() ? QPen(t.onFernSoft, 1.5) : QPen(Qt::NoPen));
            painter.setBrush(
                isEnabled() && (isDown() || underMouse()) ? t.fern.darker(125) : Qt::transparent);
            painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner - 1, corner - 1);
        }
        painter.setPen(isEnabled() ? t.onFern : t.moss);
        painter.drawText(rect(), Qt::AlignCenter, text());
    }
};

QLabel* barLabel(const QFont& font, QPalette::ColorRole role, QWidget* parent)
{
    auto* label = new QLabel(parent);
    label->setFont(font);
    label->setForegroundRole(role);
    return label;
}

} // namespace

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
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    connect(this, &QAbstractButton::toggled, this, &QWidget::updateGeometry);
}

QSize TabButton::sizeHint() const
{
    return {QFontMetrics(wordFont(13, true)).horizontalAdvance(text()) + 4 * grid, 31};
}

QSize TabButton::minimumSizeHint() const
{
    // When there is little room, the open one keeps its whole name.
    constexpr int least = 26;
    const int whole = sizeHint().width();
    return {isChecked() ? whole - 2 * grid : std::min(least, whole), sizeHint().height()};
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

TopBar::TopBar(const QList<QAction*>& buttons, QMenu* menu, ChannelMenu* channels, QWidget* parent)
    : QWidget(parent)
    , m_name(barLabel(wordFont(16, true), onFernRole, this))
    , m_state(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
    , m_tabRow(new FairRow(grid))
    , m_add(new BarButton(channels->addChannel(), this))
    , m_channelMenu(channels)
{
    setObjectName(QStringLiteral("topBar"));
    setFixedHeight(40);
    m_state->setObjectName(QStringLiteral("saveState"));
    m_state->setForegroundRole(onFernSoftRole);
    m_state->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    m_add->setObjectName(QStringLiteral("addChannel"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(2 * grid, 0, grid, 0);
    row->setSpacing(2 * grid);
    row->addWidget(m_name);
    row->addWidget(m_state);
    row->addLayout(m_tabRow, 1);
    row->addWidget(m_add);
    row->addStretch(0);
    auto* right = new QHBoxLayout;
    right->setSpacing(2);
    for (auto* action : buttons)
        right->addWidget(new BarButton(action, this));
    auto* open = new BarButton(menu->menuAction(), this);
    open->setObjectName(QStringLiteral("menuButton"));
    open->setMenu(menu);
    open->setPopupMode(QToolButton::InstantPopup);
    right->addWidget(open);
    row->addLayout(right);
}

void TopBar::showDocument(const Document& document, const QString& channel)
{
    const auto& instrument = document.instrument();
    m_name->setText(document.isOpen() ? qText(instrument.name) : tr("Fern Tick"));
    const auto file =
        document.path().isEmpty() ? tr("no file yet") : QFileInfo(document.path()).fileName();
    m_state->setText(!document.isOpen() ? tr("no instrument open")
            : document.isModified()     ? tr("%1, not saved").arg(file)
                                        : tr("%1, saved").arg(file));
    m_add->setVisible(document.isOpen());
    QStringList now;
    for (const auto& c : instrument.channels)
        now << qText(c->id) << qText(c->name);
    if (now != m_shown) {
        m_shown = now;
        rebuildTabs(instrument);
    }
    for (auto* tab : m_tabs)
        tab->setChecked(tab->id() == channel);
}

void TopBar::rebuildTabs(const Instrument& instrument)
{
    for (auto* tab : m_tabs) {
        m_tabRow->removeWidget(tab);
        tab->deleteLater();
    }
    m_tabs.clear();
    for (const auto& channel : instrument.channels) {
        auto* tab = new TabButton(qText(channel->id), qText(channel->name), this);
        m_tabRow->addWidget(tab);
        m_tabs.push_back(tab);
        connect(
            tab, &QAbstractButton::clicked, this, [this, tab] { Q_EMIT channelChosen(tab->id()); });
        connect(tab, &TabButton::menuWanted, this,
            [this](const QPoint& at) { m_channelMenu->popup(at); });
        connect(
            tab, &TabButton::draggedBy, this, [this, tab](int pixels) { dropTab(tab, pixels); });
    }
}

/// Counts the neighbours whose middle the tab was dragged over.
void TopBar::dropTab(TabButton* tab, int pixels)
{
    const int middle = tab->geometry().center().x() + pixels;
    int by = 0;
    for (const auto* other : m_tabs) {
        const int x = other->geometry().center().x();
        if (x > tab->geometry().center().x() && x < middle)
            ++by;
        else if (x < tab->geometry().center().x() && x > middle)
            --by;
    }
    if (by != 0)
        Q_EMIT channelMoved(tab->id(), by);
}

void TopBar::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().fern);
}

} // namespace fern::app
