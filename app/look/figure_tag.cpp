#include "app/look/figure_tag.h"

#include <QVariantMap>

namespace fern::app {

namespace {

constexpr const char* property = "figures";

} // namespace

void tagFigure(QWidget* widget, Figure figure, const QString& of, const QString& text)
{
    if (figure == Figure::None)
        return;
    auto figures = figuresOn(widget);
    const auto key = QStringLiteral("%1 of %2").arg(static_cast<int>(figure)).arg(of);
    if (figures.value(key).toString() == text)
        return;
    figures.insert(key, text);
    widget->setProperty(property, figures);
}

QVariantMap figuresOn(const QWidget* widget)
{
    return widget->property(property).toMap();
}

} // namespace fern::app
