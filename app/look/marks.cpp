#include "app/look/marks.h"

#include "app/look/tokens.h"

#include <QPainter>

namespace fern::app {

QPainterPath leafPath(const QRectF& box)
{
    // Two curves from tip to tip, the right tip a little higher, as on a frond.
    const QPointF left(box.left(), box.center().y() + box.height() * 0.03);
    const QPointF right(box.right(), box.center().y() - box.height() * 0.06);
    const double w = box.width();
    QPainterPath path(left);
    path.cubicTo({box.left() + w * 0.22, box.top() - box.height() * 0.1},
        {box.left() + w * 0.72, box.top() - box.height() * 0.18}, right);
    path.cubicTo({box.left() + w * 0.78, box.bottom() + box.height() * 0.18},
        {box.left() + w * 0.28, box.bottom() + box.height() * 0.1}, left);
    return path;
}

QPainterPath severityPath(Severity severity, const QRectF& box)
{
    QPainterPath path;
    switch (severity) {
    case Severity::Stop:
        path.addRect(box);
        break;
    case Severity::Check:
        path.moveTo(box.center().x(), box.top());
        path.lineTo(box.bottomRight());
        path.lineTo(box.bottomLeft());
        path.closeSubpath();
        break;
    case Severity::Note:
        path.addEllipse(box);
        break;
    }
    return path;
}

QColor severityColour(Severity severity)
{
    const auto& t = tokens();
    return severity == Severity::Stop ? t.brick : severity == Severity::Check ? t.amber : t.sky;
}

QIcon signIcon(Sign sign, const QColor& colour)
{
    constexpr int size = 64;
    QPixmap pixmap(size, size);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    QPainterPath path;
    const auto triangle = [&](double left, double right) {
        path.moveTo(left, 10);
        path.lineTo(right, 32);
        path.lineTo(left, 54);
        path.closeSubpath();
    };
    switch (sign) {
    case Sign::Run:
        triangle(14, 54);
        break;
    case Sign::Pause:
        path.addRect(14, 10, 13, 44);
        path.addRect(37, 10, 13, 44);
        break;
    case Sign::Tick:
        triangle(10, 42);
        path.addRect(44, 10, 9, 44);
        break;
    case Sign::Record:
        path.addEllipse(12, 12, 40, 40);
        break;
    }
    painter.drawPath(path);
    return QIcon(pixmap);
}

} // namespace fern::app
