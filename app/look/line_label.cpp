#include "app/look/line_label.h"

#include "app/look/look.h"

#include <QPainter>

namespace fern::app {

LineLabel::LineLabel(Kind kind, const QFont& font, QWidget* parent)
    : QWidget(parent)
    , m_kind(kind)
    , m_height(QFontMetrics(font).height() + 2)
{
    setFont(font);
    setForegroundRole(kind == Kind::Note ? softRole : QPalette::WindowText);
    setSizePolicy(
        kind == Kind::Note ? QSizePolicy::Expanding : QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void LineLabel::setText(const QString& text)
{
    if (text == m_text)
        return;
    m_text = text;
    setAccessibleName(text);
    if (m_kind == Kind::Note)
        setToolTip(text);
    m_needed = fontMetrics().horizontalAdvance(text) + 1;
    if (m_needed > m_widest) {
        m_widest = m_needed;
        updateGeometry();
    }
    update();
}

void LineLabel::paintEvent(QPaintEvent* /*event*/)
{
    if (width() < m_needed * 3 / 4)
        return;
    QPainter painter(this);
    painter.setPen(palette().color(foregroundRole()));
    painter.drawText(rect(), Qt::AlignVCenter | Qt::AlignLeft,
        width() >= m_needed ? m_text
                            : painter.fontMetrics().elidedText(m_text, Qt::ElideRight, width()));
}

} // namespace fern::app
