#include "app/notice/field_note.h"

#include "app/look/look.h"

#include <QEvent>
#include <QPainter>
#include <QTimer>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int widest = 320; ///< pixels

} // namespace

FieldNote::FieldNote(QWidget* parent)
    : QLabel(parent)
{
    hide();
    setObjectName(QStringLiteral("fieldNote"));
    setWordWrap(true);
    setTextFormat(Qt::PlainText);
    setFont(wordFont(12));
    setContentsMargins(grid + 4, 4, grid, 4);
    setForegroundRole(brickRole);
    setAttribute(Qt::WA_TransparentForMouseEvents); // what it covers can be clicked
}

void FieldNote::tell(QWidget& field, const QString& message)
{
    if (m_field != nullptr)
        m_field->removeEventFilter(this);
    m_field = &field;
    field.installEventFilter(this);
    setParent(field.window());
    setText(message);
    setAccessibleName(message);
    const int width = std::min(widest, fontMetrics().horizontalAdvance(message) + 3 * grid + 4);
    resize(width, heightForWidth(width));
    place();
    show();
    raise();
    // The view that follows a refusal may lay the field out anew.
    QTimer::singleShot(0, this, &FieldNote::place);
}

void FieldNote::place()
{
    if (m_field == nullptr)
        return;
    const auto& field = *m_field;
    const auto* window = field.window();
    const auto below = field.mapTo(window, QPoint(0, field.height() + 2));
    const auto above = field.mapTo(window, QPoint(0, -height() - 2));
    move(std::clamp(below.x(), grid, std::max(grid, window->width() - width() - grid)),
        below.y() + height() <= window->height() ? below.y() : above.y());
}

bool FieldNote::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress || event->type() == QEvent::FocusOut
        || event->type() == QEvent::Hide)
        hide();
    return QLabel::eventFilter(watched, event);
}

void FieldNote::paintEvent(QPaintEvent* event)
{
    {
        QPainter painter(this);
        painter.fillRect(rect(), tokens().card);
        painter.setPen(tokens().brick);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
        painter.fillRect(QRect(0, 0, 4, height()), tokens().brick);
    }
    QLabel::paintEvent(event);
}

} // namespace fern::app
