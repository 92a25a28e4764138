#include "app/look/chip.h"

#include "app/look/look.h"

#include <QPainter>

namespace fern::app {

Chip::Chip(const QString& text, QWidget* parent)
    : QAbstractButton(parent)
{
    setText(text);
    setAccessibleName(text);
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setFont(wordFont(12));
}

QSize Chip::sizeHint() const
{
    return {fontMetrics().horizontalAdvance(text()) + 3 * grid, 24};
}

void Chip::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double radius = height() / 2.0 - 1;
    painter.setPen(QPen(underMouse() || isChecked() ? t.accent : t.moss, 1));
    painter.setBrush(isChecked() ? t.fern : isDown() ? t.moss : t.pale);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), radius, radius);
    if (hasFocus()) {
        painter.setPen(QPen(isChecked() ? t.onFern : t.sky, 1.2, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(
            QRectF(rect()).adjusted(3.5, 3.5, -3.5, -3.5), radius - 2, radius - 2);
    }
    painter.setPen(isChecked() ? t.onFern : isEnabled() ? t.ink : t.soft);
    painter.drawText(rect(), Qt::AlignCenter, text());
}

LinkButton::LinkButton(const QString& text, QWidget* parent)
    : QAbstractButton(parent)
{
    setText(text);
    setAccessibleName(text);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setFont(wordFont(12));
}

QSize LinkButton::sizeHint() const
{
    return {fontMetrics().horizontalAdvance(text()) + grid, 22};
}

void LinkButton::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    auto font = this->font();
    font.setUnderline(underMouse());
    painter.setFont(font);
    painter.setPen(t.sky);
    painter.drawText(rect(), Qt::AlignCenter, text());
    if (hasFocus()) {
        painter.setPen(QPen(t.sky, 1.2, Qt::DotLine));
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 3, 3);
    }
}

} // namespace fern::app
