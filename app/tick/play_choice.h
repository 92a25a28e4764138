#pragma once
// What can drive the instrument: a scenario, a recording, a stand-in, a port.

#include <QList>
#include <QString>

namespace fern::app {

struct PlayChoice {
    QString words;
    QString key; ///< "scenario evening-row", "recording", "stand-in board", "port"

    bool operator==(const PlayChoice&) const = default;
};

} // namespace fern::app
