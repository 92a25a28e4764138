#include "app/look/enter_presses.h"

#include <QAbstractButton>
#include <QKeyEvent>

namespace fern::app {

bool EnterPresses::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() != QEvent::KeyPress)
        return false;
    auto* button = qobject_cast<QAbstractButton*>(watched);
    const auto* key = static_cast<QKeyEvent*>(event);
    if (button == nullptr || (key->key() != Qt::Key_Return && key->key() != Qt::Key_Enter))
        return false;
    if (!key->isAutoRepeat())
        button->click();
    return true;
}

} // namespace fern::app
