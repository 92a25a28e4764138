#pragma once
// Offers what can say what is true while one calibrates.

#include "app/house/house.h"

#include <QMenu>

namespace fern::app {

class ReferenceMeter;

class MeterMenu : public QMenu {
    Q_OBJECT
public:
    MeterMenu(House& house, ReferenceMeter& meter, QWidget* parent);

    /// Id of the channel that is calibrated.
    void setChannel(const std::string& id) { m_channel = id; }

private:
    void useStandIn();
    void choosePort();

    House& m_house;
    ReferenceMeter& m_meter;
    std::string m_channel;
    QString m_port; ///< path and speed of the meter that was used last
};

} // namespace fern::app
