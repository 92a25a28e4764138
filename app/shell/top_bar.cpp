#include "app/shell/top_bar.h"

#include "app/look/look.h"
#include "app/look/tokens.h"

#include <QAction>
#include <QFileInfo>
#include <QPainter>
#include <QPushButton>
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
            painter.setPen(hasFocus() ? QPen(t.pale, 1.5) : QPen(Qt::NoPen));
            painter.setBrush(
                isEnabled() && (isDown() || underMouse()) ? t.fern.darker(125) : Qt::transparent);
            painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), corner - 1, corner - 1);
        }
        painter.setPen(isEnabled() ? t.paper : t.moss);
        painter.drawText(rect(), Qt::AlignCenter, text());
    }
};

class TabButton : public QAbstractButton {
public:
    TabButton(const QString& name, QWidget* parent)
        : QAbstractButton(parent)
    {
        setText(name);
        setObjectName(QStringLiteral("channelTab") + name);
        setCheckable(true);
        setFocusPolicy(Qt::StrongFocus);
    }
    QSize sizeHint() const override
    {
        return {QFontMetrics(wordFont(13, true)).horizontalAdvance(text()) + 4 * grid, 31};
    }

protected:
    void paintEvent(QPaintEvent* /*event*/) override
    {
        const auto& t = tokens();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(hasFocus() ? QPen(t.moss, 1.5) : QPen(Qt::NoPen));
        painter.setBrush(isChecked() ? t.paper : t.fern.darker(125));
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, corner), corner - 1, corner - 1);
        painter.setFont(wordFont(13, isChecked()));
        painter.setPen(isChecked() ? t.ink : t.pale);
        painter.drawText(rect(), Qt::AlignCenter, text());
    }
};

QLabel* barLabel(const QFont& font, const QColor& colour, QWidget* parent)
{
    auto* label = new QLabel(parent);
    label->setFont(font);
    auto palette = label->palette();
    palette.setColor(QPalette::WindowText, colour);
    label->setPalette(palette);
    return label;
}

} // namespace

TopBar::TopBar(const QList<QAction*>& actions, QWidget* parent)
    : QWidget(parent)
    , m_name(barLabel(wordFont(16, true), tokens().card, this))
    , m_state(barLabel(wordFont(12), tokens().pale, this))
    , m_tabs(new QHBoxLayout)
    , m_group(new QButtonGroup(this))
{
    setObjectName(QStringLiteral("topBar"));
    setFixedHeight(40);
    m_state->setObjectName(QStringLiteral("saveState"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(2 * grid, 0, grid, 0);
    row->setSpacing(2 * grid);
    row->addWidget(m_name);
    row->addWidget(m_state);
    m_tabs->setSpacing(grid);
    row->addLayout(m_tabs);
    row->addStretch(1);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(2);
    for (auto* action : actions)
        buttons->addWidget(new BarButton(action, this));
    row->addLayout(buttons);
    m_tabs->setAlignment(Qt::AlignBottom);
    connect(m_group, &QButtonGroup::idClicked, this, [this](int id) {
        m_channel = static_cast<std::size_t>(id);
        Q_EMIT channelChosen(m_channel);
    });
}

void TopBar::showDocument(const Document& document)
{
    const auto& instrument = document.instrument();
    m_name->setText(
        document.path().isEmpty() ? tr("Fern Tick") : QString::fromStdString(instrument.name));
    m_state->setText(document.path().isEmpty() ? tr("no instrument open")
            : document.isModified() ? tr("%1, not saved").arg(QFileInfo(document.path()).fileName())
                                    : tr("%1, saved").arg(QFileInfo(document.path()).fileName()));
    QStringList names;
    for (const auto& channel : instrument.channels)
        names << QString::fromStdString(channel->name);
    if (names != m_names)
        rebuildTabs(names);
}

void TopBar::rebuildTabs(const QStringList& names)
{
    m_names = names;
    for (auto* button : m_group->buttons()) {
        m_group->removeButton(button);
        button->deleteLater();
    }
    for (int i = 0; i < names.size(); ++i) {
        auto* tab = new TabButton(names[i], this);
        m_tabs->addWidget(tab, 0, Qt::AlignBottom);
        m_group->addButton(tab, i);
    }
    if (m_channel >= static_cast<std::size_t>(names.size()))
        m_channel = 0;
    if (!names.isEmpty())
        m_group->button(static_cast<int>(m_channel))->setChecked(true);
    Q_EMIT channelChosen(m_channel);
}

void TopBar::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().fern);
}

} // namespace fern::app
