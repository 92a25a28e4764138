#pragma once
// Actions of the window: an entry of a menu that has keys of its own.

#include <QKeySequence>
#include <QString>

class QAction;
class QMenu;

namespace fern::app {

/// Adds an entry whose keys work while the menu is closed too; `name` is that of the object.
QAction* addWindowAction(
    QMenu& menu, const QString& text, const char* name, const QKeySequence& keys = {});

} // namespace fern::app
