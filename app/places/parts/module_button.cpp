#include "app/places/parts/module_button.h"

#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/text.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace fern::app {

ModuleButton::ModuleButton(const RungItem& item, QWidget* parent)
    : QAbstractButton(parent)
    , m_item(item)
{
    setText(qText(item.title));
    setObjectName((item.isChannel ? QStringLiteral("hangsChannel") : QStringLiteral("hangs"))
        + qText(item.id));
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setToolTip(
        QStringLiteral("%1\n%2\n%3").arg(qText(item.title), qText(item.about), qText(item.tag)));
    setAccessibleName(tr("%1, %2, %3").arg(qText(item.title), qText(item.about), qText(item.tag)));
}

void ModuleButton::setSeverity(std::optional<Severity> severity)
{
    m_severity = severity;
    update();
}

void ModuleButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const bool isMarked = m_severity.has_value();
    const auto edge = isMarked ? severityColour(*m_severity) : isChecked() ? t.accent : t.moss;
    const auto frame = QRectF(rect()).adjusted(1, 1, -1, -1);
    painter.setPen(QPen(edge, isMarked || isChecked() ? 2 : 1));
    painter.setBrush(isChecked() ? t.pale : underMouse() ? t.card : t.paper);
    painter.drawRoundedRect(frame, corner, corner);
    if (hasFocus()) {
        painter.setPen(QPen(t.sky, 1.2, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(frame.adjusted(3, 3, -3, -3), corner - 3, corner - 3);
    }
    const QRect words = rect().adjusted(10, 3, -8, -4);
    painter.setFont(wordFont(11));
    const auto tag =
        painter.fontMetrics().elidedText(qText(m_item.tag), Qt::ElideRight, words.width() / 2);
    const int tagWidth = painter.fontMetrics().horizontalAdvance(tag);
    painter.setPen(m_item.clashes ? t.brick : t.sky);
    painter.drawText(words, Qt::AlignRight | Qt::AlignTop, tag);
    int room = words.width() - tagWidth - 6;
    int left = words.left();
    if (isMarked) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(severityColour(*m_severity));
        painter.drawPath(severityPath(*m_severity, QRectF(left, words.top() + 3, 9, 9)));
        left += 13;
        room -= 13;
    }
    painter.setFont(wordFont(12, true));
    painter.setPen(t.ink);
    painter.drawText(QRect(left, words.top(), room, 18), Qt::AlignLeft | Qt::AlignVCenter,
        painter.fontMetrics().elidedText(qText(m_item.title), Qt::ElideRight, room));
    painter.setFont(wordFont(11));
    painter.setPen(t.soft);
    painter.drawText(words, Qt::AlignLeft | Qt::AlignBottom,
        painter.fontMetrics().elidedText(qText(m_item.about), Qt::ElideRight, words.width()));
}

void ModuleButton::mousePressEvent(QMouseEvent* event)
{
    m_pressedAt = event->pos();
    QAbstractButton::mousePressEvent(event);
}

void ModuleButton::mouseMoveEvent(QMouseEvent* event)
{
    constexpr int dragStart = 8; // pixels
    QAbstractButton::mouseMoveEvent(event);
    if ((event->buttons() & Qt::LeftButton) == 0 || m_item.isChannel)
        return;
    if ((event->pos() - m_pressedAt).manhattanLength() > dragStart)
        m_isDragged = true;
    if (m_isDragged)
        Q_EMIT dragged(mapToGlobal(event->pos()));
}

void ModuleButton::mouseReleaseEvent(QMouseEvent* event)
{
    if (!std::exchange(m_isDragged, false))
        return QAbstractButton::mouseReleaseEvent(event);
    setDown(false);
    Q_EMIT dropped(mapToGlobal(event->pos()));
}

void ModuleButton::keyPressEvent(QKeyEvent* event)
{
    const bool isAlt = (event->modifiers() & Qt::AltModifier) != 0;
    if (isAlt && (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down))
        Q_EMIT stepWanted(event->key() == Qt::Key_Up ? -1 : 1);
    else if (event->key() == Qt::Key_Delete)
        Q_EMIT removeWanted();
    else
        QAbstractButton::keyPressEvent(event);
}

} // namespace fern::app
