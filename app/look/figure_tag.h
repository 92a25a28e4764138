#pragma once
// What figures a widget shows, by their meaning, for whoever compares views.

#include "judge/figure.h"

#include <QString>
#include <QWidget>

namespace fern::app {

/// Notes on a widget that it shows a figure as that text. `of` says whose it is: the channel, with
/// the unit or the display where those decide too. Figure::None notes nothing.
void tagFigure(QWidget* widget, Figure figure, const QString& of, const QString& text);

/// Returns what is noted on a widget: text by figure and owner.
QVariantMap figuresOn(const QWidget* widget);

} // namespace fern::app
