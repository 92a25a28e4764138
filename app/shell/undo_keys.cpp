#include "app/shell/undo_keys.h"

#include "app/look/inputs.h"

#include <QCoreApplication>
#include <QKeyEvent>
#include <QSpinBox>

namespace fern::app {

namespace {

/// Whether a widget holds typing that is not yet entered.
bool holdsTyping(QObject* widget)
{
    if (const auto* box = qobject_cast<const QSpinBox*>(widget))
        return box->locale().toInt(box->cleanText()) != box->value();
    if (const auto* checked = qobject_cast<const CheckedEdit*>(widget))
        return checked->hasTyping();
    const auto* edit = qobject_cast<const QLineEdit*>(widget);
    return edit == nullptr || edit->isUndoAvailable() || edit->isRedoAvailable();
}

} // namespace

UndoKeys::UndoKeys(QObject* parent)
    : QObject(parent)
{
    QCoreApplication::instance()->installEventFilter(this);
}

bool UndoKeys::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() != QEvent::ShortcutOverride)
        return false;
    const auto* key = static_cast<QKeyEvent*>(event);
    if (!(key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo))
        || holdsTyping(watched))
        return false;
    event->ignore(); // so that the field does not take it, and the window's action does
    return true;
}

} // namespace fern::app
