#include "reading/receiver_gives.h"

namespace fern {

std::optional<double> givenBy(const ReceiverState& state, ReceiverGives gives)
{
    switch (gives) {
    case ReceiverGives::Speed:
        return state.speed;
    case ReceiverGives::Course:
        return state.course;
    case ReceiverGives::Altitude:
        return state.altitude;
    case ReceiverGives::Latitude:
        return state.latitude;
    case ReceiverGives::Longitude:
        return state.longitude;
    case ReceiverGives::Satellites:
        break;
    }
    return state.satellitesUsed ? std::optional<double>(*state.satellitesUsed) : std::nullopt;
}

} // namespace fern
