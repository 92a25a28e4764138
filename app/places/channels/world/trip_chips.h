#pragma once
// The courses of everything that one device tells, to choose one: a trip has a speed, a way and a
// sky.

#include "instrument/instrument.h"

#include <QHBoxLayout>
#include <QWidget>

#include <string>
#include <vector>

namespace fern::app {

class TripChips : public QWidget {
    Q_OBJECT
public:
    explicit TripChips(QWidget* parent);

    /// Offers the courses of a channel's device; a channel of its own offers nothing. The chosen
    /// one stays while the channel does.
    void showTrip(const Instrument& instrument, const Channel& channel);
    /// Returns the id of the channel whose course is chosen.
    const std::string& chosen() const { return m_chosen; }

Q_SIGNALS:
    void choiceChanged();

private:
    QHBoxLayout* m_row;
    std::string m_channel; ///< that is open
    std::string m_chosen;
    std::vector<std::pair<std::string, std::string>> m_offered; ///< ids and names
};

} // namespace fern::app
