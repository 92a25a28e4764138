#pragma once
// Devices that speak to the board in bytes: receiver, remote control, scanner, another computer, a
// radio with its stations. Each sends what a real one would send to all its channels at once, slot
// by slot, and any slot can be asked for.

#include "base/ticks.h"
#include "base/units.h"
#include "world/device_spec.h"
#include "world/faults.h"
#include "world/source_spec.h"
#include "world/spec.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace fern {

/// Bytes, and the instant at which the last of them has arrived.
struct Sent {
    Ticks at;
    std::string bytes;
    std::optional<Ticks> takenAt{}; ///< of the number in them, where that is older

    bool operator==(const Sent&) const = default;
};

/// What a device tells one channel.
struct ToldValue {
    std::string id; ///< of the channel
    Source source;
    Unit unit; ///< in which it is told
    std::vector<CurvePoint>
        lane; ///< the truth in SI units; empty for events, and where none is told
    std::vector<LaneEvent> events;
    Faults faults;
};

struct SenderSetting {
    Device device;
    std::vector<ToldValue> values; ///< of a kind that the device tells
    Faults faults; ///< of the device
    std::uint64_t seed = 1;
    std::int64_t startEpoch = 0; ///< of the scenario, seconds since 1970
};

struct Sender {
    Ticks period; ///< of its slots
    /// What it sends in slot k, from k · period on, in the order of time.
    std::function<std::vector<Sent>(std::int64_t slot)> slot;
};

Sender makeSender(SenderSetting setting);

/// Returns the line with what all channels of a device read, as it is sent at an instant; `number`
/// is its own. Nothing while the device is silent; torn, or with a turned bit, where its faults
/// damage it.
std::optional<std::string> lineSent(
    const SenderSetting& setting, double seconds, std::int64_t number);

/// Returns whether what a device says goes through a port of the board that keeps some bytes only.
bool hasFinitePort(const Device& device);

/// Returns the seconds that bytes take on a serial line: ten bits each; over native USB none.
double serialSeconds(const SerialSpec& serial, double bytes);

/// Returns the bytes that a device sends in a period, at most, when it tells so many channels: a
/// receiver two sentences of 82 bytes (NMEA 0183), and a third one every fourth second.
double bytesInPeriod(DeviceKind kind, std::size_t channels);

/// Damages a message the way a bad line does: it tears it, or turns a bit of it. `index` is its
/// number, so that the same one is always damaged alike.
std::string damagedMessage(std::string bytes, const RandomStream& chance, std::int64_t index);

/// How long a key is held: "up" is a short press, "up held 0.8" lasts 0.8 s.
struct Press {
    std::string key;
    double seconds = 0;
};
Press pressOf(std::string_view what);

/// Returns a key's 32-bit code: the name's in `names`, or eight hexadecimal digits themselves.
std::string keyCodeOf(const std::vector<NameSpec>& names, std::string_view key);

} // namespace fern
