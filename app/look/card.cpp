#include "app/look/card.h"

#include "app/look/look.h"
#include "app/look/tokens.h"

#include <QPaintEvent>
#include <QPainter>

namespace fern::app {

Card::Card(const QString& title, QWidget* parent)
    : QFrame(parent)
    , m_body(new QVBoxLayout(this))
    , m_titleRow(new QHBoxLayout)
    , m_subtitle(softLabel({}, this))
{
    m_body->setContentsMargins(2 * grid, grid + 2, 2 * grid, grid + 2);
    m_body->setSpacing(grid);
    m_titleRow->setSpacing(grid + 4);
    auto* label = new QLabel(title, this);
    label->setFont(wordFont(15, true));
    m_titleRow->addWidget(label);
    m_titleRow->addWidget(m_subtitle, 1);
    m_body->addLayout(m_titleRow);
    if (title.isEmpty()) {
        label->hide();
        m_subtitle->hide();
    }
}

void Card::setSubtitle(const QString& text)
{
    m_subtitle->setText(text);
}

void Card::paintEvent(QPaintEvent* event)
{
    QPainter painter(this);
    // Mostly a part within is painted anew; the rounded outline costs much more.
    if (rect().adjusted(corner, corner, -corner, -corner).contains(event->rect()))
        return painter.fillRect(event->rect(), tokens().card);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(tokens().line, 1));
    painter.setBrush(tokens().card);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), corner, corner);
}

QLabel* wrappedLabel(QWidget* parent, const char* objectName)
{
    auto* label = new QLabel(parent);
    label->setObjectName(QString::fromLatin1(objectName));
    label->setWordWrap(true);
    label->setMinimumWidth(1);
    return label;
}

QLabel* softLabel(const QString& text, QWidget* parent)
{
    auto* label = new QLabel(text, parent);
    label->setForegroundRole(softRole);
    label->setFont(wordFont(12));
    return label;
}

} // namespace fern::app
