#pragma once
// Enter presses a button.

#include <QObject>

namespace fern::app {

/// Lets Enter press the button that has the focus, as Space does; installed on the application.
class EnterPresses : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    bool eventFilter(QObject* watched, QEvent* event) override;
};

} // namespace fern::app
