#include "app/shell/top_bar.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/shell/channel_menu.h"

#include <QAction>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QPainter>
#include <QShortcut>
#include <QToolButton>

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

TopBar::TopBar(const QList<QAction*>& buttons, QMenu* menu, ChannelMenu* channels, QWidget* parent)
    : QWidget(parent)
    , m_name(barLabel(wordFont(16, true), onFernRole, this))
    , m_state(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
    , m_tabs(new TabStrip(this))
    , m_add(new BarButton(channels->addChannel(), this))
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
    row->addWidget(m_tabs, 1);
    row->addWidget(m_add);
    auto* right = new QHBoxLayout;
    right->setSpacing(2);
    for (auto* action : buttons)
        right->addWidget(new BarButton(action, this));
    auto* open = new BarButton(menu->menuAction(), this);
    open->setObjectName(QStringLiteral("menuButton"));
    open->setMenu(menu);
    open->setPopupMode(QToolButton::InstantPopup);
    right->addWidget(open);
    connect(new QShortcut(Qt::Key_F10, this), &QShortcut::activated, menu,
        [menu, open] { menu->popup(open->mapToGlobal(QPoint(0, open->height()))); });
    row->addLayout(right);
    connect(m_tabs, &TabStrip::chosen, this, &TopBar::channelChosen);
    connect(m_tabs, &TabStrip::moved, channels, &ChannelMenu::moveChannel);
    connect(m_tabs, &TabStrip::menuWanted, channels,
        [channels](const QPoint& at) { channels->popup(at); });
    connect(m_tabs, &TabStrip::listWanted, this, &TopBar::channelListWanted);
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
    m_tabs->showChannels(instrument, channel);
}

void TopBar::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().fern);
}

} // namespace fern::app
