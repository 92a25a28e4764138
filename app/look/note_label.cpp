#include "app/look/note_label.h"

#include "app/look/look.h"

#include <QPainter>

namespace fern::app {

namespace {

QFont noteFont()
{
    return wordFont(12);
}

} // namespace

NoteLabel::NoteLabel(QWidget* parent)
    : QWidget(parent)
{
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void NoteLabel::setText(const QString& text)
{
    if (text == m_text)
        return;
    m_text = text;
    setToolTip(text);
    setAccessibleName(text);
    updateGeometry();
    update();
}

QSize NoteLabel::sizeHint() const
{
    const QFontMetrics metrics(noteFont());
    return {metrics.horizontalAdvance(m_text) + 1, metrics.height() + 2};
}

QSize NoteLabel::minimumSizeHint() const
{
    return {0, sizeHint().height()};
}

void NoteLabel::paintEvent(QPaintEvent* /*event*/)
{
    const int needed = sizeHint().width();
    if (width() < needed * 3 / 4)
        return;
    QPainter painter(this);
    painter.setFont(noteFont());
    painter.setPen(tokens().soft);
    painter.drawText(rect(), Qt::AlignVCenter | Qt::AlignLeft,
        painter.fontMetrics().elidedText(m_text, Qt::ElideRight, width()));
}

} // namespace fern::app
