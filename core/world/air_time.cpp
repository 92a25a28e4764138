#include "world/air_time.h"

#include <algorithm>
#include <cmath>

namespace fern {

double airSeconds(const AirSpec& air, int bytes)
{
    if (air.modulation == Modulation::NotTold)
        return 0;
    if (air.modulation == Modulation::Bits) {
        constexpr int begin = 2, length = 1, checksum = 2;
        return 8.0 * (air.preamble + begin + length + bytes + checksum) / inSi(air.bitRate);
    }
    constexpr double slow = 16e-3; // seconds: beyond, symbols carry two bits less
    const int sf = air.spreading;
    const double symbol = std::ldexp(1.0, sf) / inSi(air.bandwidth);
    const int slower = symbol > slow ? 1 : 0;
    const double groups = std::ceil((8.0 * bytes - 4 * sf + 44) / (4 * (sf - 2 * slower)));
    return symbol * (air.preamble + 4.25 + 8 + std::max(0.0, groups) * (air.codingRate + 4));
}

AirShares airShares(
    const RadioSpec& radio, const std::vector<std::size_t>& stations, double cycleSeconds)
{
    const double poll = airSeconds(radio.air, radio.air.pollBytes);
    const double answer = airSeconds(radio.air, radio.air.answerBytes);
    const auto count = static_cast<double>(stations.size());
    const double values = stations.empty()
        ? 0
        : static_cast<double>(*std::max_element(stations.begin(), stations.end()));
    const double times = radio.tries * (radio.acknowledges ? 2 : 1);
    return {count * poll / cycleSeconds, count * radio.tries * poll / cycleSeconds,
        values * answer / cycleSeconds, times * values * answer / cycleSeconds};
}

} // namespace fern
