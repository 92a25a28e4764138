#include "app/places/parts/pin_button.h"

#include "app/look/look.h"
#include "app/look/text.h"

#include <QPainter>

namespace fern::app {

QColor useColour(PinUseKind kind)
{
    const auto& t = tokens();
    switch (kind) {
    case PinUseKind::Analog:
        return t.moss;
    case PinUseKind::Digital:
        return t.accent;
    case PinUseKind::Bus:
        return t.sky;
    case PinUseKind::Serial:
        return t.trace;
    case PinUseKind::Free:
        break;
    }
    return t.line;
}

PinButton::PinButton(const PinCell& cell, QWidget* parent)
    : QAbstractButton(parent)
    , m_cell(cell)
{
    setText(qText(cell.name));
    setObjectName(QStringLiteral("pin") + qText(cell.name));
    setAccessibleName(tr("Pin %1, %2").arg(qText(cell.name), qText(cell.use)));
    QStringList users;
    for (const auto& user : cell.users)
        users << qText(user);
    setToolTip(tr("%1 · %2\n%3\ncan do: %4")
                   .arg(qText(cell.name), qText(cell.numbers),
                       users.isEmpty() ? tr("free") : users.join(QStringLiteral(", ")),
                       qText(cell.roles)));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
}

void PinButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    const bool isFree = m_cell.kind == PinUseKind::Free;
    const bool isTwice = m_cell.isUsedTwice;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto frame = QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5);
    painter.setPen(QPen(isTwice ? t.brick : underMouse() ? t.accent : t.line, isTwice ? 2 : 1));
    painter.setBrush(isFree ? t.card : t.pale);
    painter.drawRoundedRect(frame, corner - 2, corner - 2);
    if (!isFree)
        painter.fillRect(QRectF(4, 1, width() - 8, 3), useColour(m_cell.kind));
    if (hasFocus()) {
        painter.setPen(QPen(t.sky, 1.2, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(frame.adjusted(3, 5, -3, -3), 2, 2);
    }
    painter.setPen(isFree ? t.soft : t.ink);
    painter.setFont(wordFont(12, !isFree));
    painter.drawText(QRect(2, 3, width() - 4, 16), Qt::AlignCenter, text());
    painter.setFont(wordFont(10));
    painter.setPen(isTwice ? t.brick : isFree ? t.soft : t.ink);
    const auto use = qText(m_cell.use);
    painter.drawText(QRect(3, 17, width() - 6, 15), Qt::AlignCenter,
        painter.fontMetrics().elidedText(use, Qt::ElideRight, width() - 6));
}

} // namespace fern::app
