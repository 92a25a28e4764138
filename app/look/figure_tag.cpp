#include "app/look/figure_tag.h"

#include <QVariantMap>

namespace fern::app {

namespace {

constexpr const char* property = "figures";

} // namespace

void tagFigures(QWidget* widget, std::initializer_list<ShownFigure> shown)
{
    QVariantMap figures;
    for (const auto& [figure, of, text] : shown)
        if (figure != Figure::None)
            figures.insert(QStringLiteral("%1 of %2").arg(static_cast<int>(figure)).arg(of), text);
    if (figures != figuresOn(widget))
        widget->setProperty(property, figures);
}

QVariantMap figuresOn(const QWidget* widget)
{
    return widget->property(property).toMap();
}

} // namespace fern::app
