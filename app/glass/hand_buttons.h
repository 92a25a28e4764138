#pragma once
// The instrument's own push-buttons, under its glass.

#include "run/hand.h"

#include <QWidget>

namespace fern::app {

class HandButtons : public QWidget {
    Q_OBJECT
public:
    explicit HandButtons(QWidget* parent);

    void showInstrument(const Instrument& instrument);

Q_SIGNALS:
    void pressed(const std::string& channel, const std::string& what);
    void released(const std::string& channel, const std::string& what);

private:
    std::vector<HandKey> m_keys;
};

} // namespace fern::app
