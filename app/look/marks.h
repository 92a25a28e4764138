#pragma once
// Our own marks, drawn as paths: the leaf, the severities, the tick bar's signs.

#include "judge/findings.h"

#include <QIcon>
#include <QPainterPath>
#include <QRectF>

namespace fern::app {

/// A leaf lying on its side, its tips at the middle of the left and right edge.
QPainterPath leafPath(const QRectF& box);

/// ■ stop, ▲ check, ● note.
QPainterPath severityPath(Severity severity, const QRectF& box);
QColor severityColour(Severity severity);

enum class Sign { Run, Pause, Tick, Record };
QIcon signIcon(Sign sign, const QColor& colour);

} // namespace fern::app
