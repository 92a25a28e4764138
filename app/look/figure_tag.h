#pragma once
// What figures a widget shows, by their meaning, for whoever compares views.

#include "judge/figure.h"

#include <QString>
#include <QWidget>

#include <initializer_list>

namespace fern::app {

/// A figure as it is shown.
struct ShownFigure {
    Figure figure = Figure::None; ///< None is not noted
    QString of; ///< the channel, with the unit or the display where those decide too
    QString text;
};

/// Notes on a widget which figures it shows now; what was noted before is forgotten.
void tagFigures(QWidget* widget, std::initializer_list<ShownFigure> shown);

/// Returns what is noted on a widget: text by figure and owner.
QVariantMap figuresOn(const QWidget* widget);

} // namespace fern::app
