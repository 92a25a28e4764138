#pragma once
// Stand-ins: what a board, a receiver, a meter and others would send, byte for byte and in their
// own time, so that a firmware or this program can be tried without them.

#include "base/result.h"
#include "instrument/instrument.h"
#include "signal/capture.h"
#include "world/device.h"

#include <array>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class StandInKind {
    Board, ///< runs the instrument and prints raw and shown values, as its firmware would
    Meter, ///< a reference meter beside the first channel: prints what is true
    Pulses, ///< counts pulses of a wheel
    Wheel, ///< makes the pulses themselves on its line, a byte each
    Receiver,
    Remote,
    Scanner,
    Node,
    Computer, ///< made-up health of a computer
    Lines, ///< another computer that sends lines
};
inline constexpr std::array<std::string_view, 10> standInWords{"board", "meter", "pulses", "wheel",
    "receiver", "remote", "scanner", "node", "computer", "lines"};

/// Whether what a stand-in sends can be read as lines; the levels of a wheel cannot.
constexpr bool isReadable(StandInKind kind)
{
    return kind != StandInKind::Wheel;
}

/// The byte of a wheel: its start bit and four zeros, sent from the lowest bit on, make one low
/// pulse of five bits on the line, and four ones and the stop bit end it.
constexpr char pulseByte = '\xF0';

/// Whether a capture holds values at a tap that a stand-in can take as the truth: codes and volts
/// at the pin are none.
constexpr bool tellsTruth(Tap tap)
{
    return tap != Tap::Reading && tap != Tap::Pin;
}

struct StandInSetting {
    StandInKind kind = StandInKind::Board;
    std::string scenario{}; ///< id or name; empty is the first
    std::string channel{}; ///< id; empty is the first that suits
    std::uint64_t seed = 0; ///< 0 is the scenario's own
    double damage = 0; ///< share of the messages that arrive damaged, 0 … 1
    /// Followed instead of the scenario: a board reads what it holds at its taps, any other
    /// stand-in takes the values of its channel as the truth.
    std::vector<Capture> course{};
};

class StandIn {
public:
    StandIn() = default;
    StandIn(const StandIn&) = delete;
    StandIn& operator=(const StandIn&) = delete;
    virtual ~StandIn() = default;

    /// Returns what it sends after the instant that was asked last, up to and including `until`, in
    /// the order of time.
    virtual std::vector<Sent> until(Ticks until) = 0;
};

/// Returns the kinds that an instrument has a channel for.
std::vector<StandInKind> standInsFor(const Instrument& instrument);

/// Returns the channels that a stand-in of a kind could stand in for.
std::vector<std::shared_ptr<const Channel>> channelsFor(
    const Instrument& instrument, StandInKind kind);

/// Makes a stand-in of an instrument. Where it has no channel of the kind, a usual one of the kind
/// is taken; a board and a meter need a channel. Error says what is missing, in the instrument or
/// in the capture that is to be followed.
Result<std::unique_ptr<StandIn>> makeStandIn(
    const Instrument& instrument, const StandInSetting& setting);

} // namespace fern
