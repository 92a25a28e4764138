#include "judge/stations.h"

#include "world/radio_device.h"

#include <algorithm>

namespace fern {

std::vector<std::size_t> valuesOfStations(const PlainDevice& device, const PlainInstrument& plain)
{
    std::vector<int> addresses;
    for (const auto channel : device.channels)
        addresses.push_back(plain.channels[channel].source.node.address);
    std::vector<std::size_t> values;
    for (const auto station : stationsOf(addresses)) {
        values.resize(std::max(values.size(), station + 1));
        ++values[station];
    }
    return values;
}

} // namespace fern
