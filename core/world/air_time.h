#pragma once
// How long a packet radio's messages are in the air.

#include "world/device_spec.h"

namespace fern {

/// Returns the seconds of a message of so many bytes: all that the radio sends, with the header of
/// any network. In chirps: a symbol lasts 2^SF/BW; the preamble and 4.25 symbols, then 8 and for
/// each group of 4·(SF − 2·DE) bits CR + 4 more, of 8 bits a byte and 44 − 4·SF bits of header and
/// checksum; DE is 1 while a symbol lasts longer than 16 ms. Source: the data sheet of
/// chirp-spread-spectrum transceivers, "time on air" (from memory). In bits: preamble, two bytes to
/// begin, the length, the bytes and two of a checksum. 0 while nobody has told the modulation.
double airSeconds(const AirSpec& air, int bytes);

/// How much of the time a polled radio is in the air, as a share.
struct AirShares {
    double base = 0; ///< of who polls, when every poll is heard with the first try
    double baseMost = 0; ///< when every try is needed
    double station = 0; ///< of the station that answers most, each answer once
    double stationMost = 0; ///< with each answer to each try, twice where it is acknowledged
};
/// `stations` are the values that each one answers with; `cycleSeconds` is the time from one poll
/// of a station to the next.
AirShares airShares(
    const RadioSpec& radio, const std::vector<std::size_t>& stations, double cycleSeconds);

} // namespace fern
