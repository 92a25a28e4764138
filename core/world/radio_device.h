#pragma once
// A radio and its stations: the board polls one after another, each in a slot of its own. A station
// answers with one message for each of its values; a poll whose answers are not all there is sent
// again, evenly over the slot. Where answers are acknowledged, a station says one once more whose
// acknowledgement it has not heard, so that fewer are lost and some come twice.

#include "world/device.h"

#include <optional>

namespace fern {

/// Returns which station each address is, counted from 0 in the order in which they are polled.
std::vector<std::size_t> stationsOf(const std::vector<int>& addresses);

/// Returns how many seconds a station's answers to one poll take at most.
double answerSeconds(const RadioSpec& radio, std::size_t values);

/// Returns a radio's sender, whose slots are its cycles.
Sender radioSender(SenderSetting setting);

/// Returns when the station that tells a value begins to be polled in a cycle, and when it first
/// hears that, which is none when every try is lost. What is sent to it goes along.
struct Poll {
    Ticks begin;
    std::optional<Ticks> heard;
};
Poll pollOf(const SenderSetting& setting, std::size_t value, std::int64_t cycle);

} // namespace fern
