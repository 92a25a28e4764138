#pragma once
// The kinds of source and of device, with one table of what they are.

#include "base/archive.h"

#include <algorithm>
#include <array>
#include <optional>

namespace fern {

enum class SourceKind {
    Analog, ///< volts at a converter
    Waveform, ///< volts that beat, read as beats a minute
    KeyLadder, ///< keys over resistors at one converter input
    Pulses, ///< edges at a pin, counted
    Encoder, ///< two lines that turn a count up and down
    Switch, ///< a level at a pin
    KeyMatrix, ///< keys in rows and columns of lines
    KeyCodes, ///< codes of a remote control
    Labels, ///< texts of a label scanner
    Receiver, ///< sentences of a satellite receiver
    Lines, ///< a number in lines of text from another computer
    Words, ///< a text in those lines
    Node, ///< a remote station that answers when it is polled
    Computer, ///< the health of a computer, as lines
    Clock, ///< the board's own clock
    Uptime, ///< how long the board has been on, by its counter
    Network, ///< what the board calls itself on its network
    Derived, ///< made of other channels and settings
};

/// What speaks to the board in bytes, and tells any number of channels.
enum class DeviceKind {
    Remote, ///< a remote control's receiver
    Scanner, ///< of labels
    Receiver, ///< of satellites
    Lines, ///< another computer, or a module, that sends lines of text
    Radio, ///< remote stations that answer when they are polled
    Computer, ///< the health of a computer
};
inline constexpr Words<6> deviceKindWords{
    "remote", "scanner", "receiver", "lines", "radio", "computer"};

/// How a source comes to the board.
enum class SourceWay {
    Converter, ///< volts at a pin of a board or an input of a module
    Pin, ///< a level or edges at a pin
    Module, ///< the lines of a module, which have their pins
    Device, ///< told in bytes
    Board, ///< the board has it itself
};

struct SourceTraits {
    SourceKind kind;
    std::string_view word;
    SourceWay way;
    bool givesCodes; ///< codes or texts that have names, not numbers on a scale
    bool hasLane; ///< a lane of the scenario tells what is true
    std::optional<DeviceKind> toldBy{};
};

inline constexpr auto sourceTraits = std::to_array<SourceTraits>({
    {SourceKind::Analog, "analog", SourceWay::Converter, false, true},
    {SourceKind::Waveform, "pulse waveform", SourceWay::Converter, false, true},
    {SourceKind::KeyLadder, "key ladder", SourceWay::Converter, true, true},
    {SourceKind::Pulses, "pulses", SourceWay::Pin, false, true},
    {SourceKind::Encoder, "encoder", SourceWay::Module, false, true},
    {SourceKind::Switch, "switch", SourceWay::Pin, true, true},
    {SourceKind::KeyMatrix, "key matrix", SourceWay::Module, true, true},
    {SourceKind::KeyCodes, "key codes", SourceWay::Device, true, true, DeviceKind::Remote},
    {SourceKind::Labels, "labels", SourceWay::Device, true, true, DeviceKind::Scanner},
    {SourceKind::Receiver, "receiver", SourceWay::Device, false, true, DeviceKind::Receiver},
    {SourceKind::Lines, "lines", SourceWay::Device, false, true, DeviceKind::Lines},
    {SourceKind::Words, "words", SourceWay::Device, true, true, DeviceKind::Lines},
    {SourceKind::Node, "node", SourceWay::Device, false, true, DeviceKind::Radio},
    {SourceKind::Computer, "computer", SourceWay::Device, false, true, DeviceKind::Computer},
    {SourceKind::Clock, "clock", SourceWay::Board, false, false},
    {SourceKind::Uptime, "uptime", SourceWay::Board, false, false},
    {SourceKind::Network, "network", SourceWay::Board, true, false},
    {SourceKind::Derived, "derived", SourceWay::Board, false, false},
});
constexpr std::size_t sourceKinds = sourceTraits.size();

namespace detail {
consteval bool areInOrder()
{
    for (std::size_t i = 0; i < sourceKinds; ++i)
        if (static_cast<std::size_t>(sourceTraits[i].kind) != i)
            return false;
    return static_cast<std::size_t>(SourceKind::Derived) + 1 == sourceKinds;
}
consteval Words<sourceKinds> wordsOfSources()
{
    Words<sourceKinds> words{};
    for (std::size_t i = 0; i < sourceKinds; ++i)
        words[i] = sourceTraits[i].word;
    return words;
}
} // namespace detail
static_assert(detail::areInOrder(), "every kind of source has its row, in order");
inline constexpr auto sourceKindWords = detail::wordsOfSources();

constexpr const SourceTraits& traitsOf(SourceKind kind)
{
    return sourceTraits[static_cast<std::size_t>(kind)];
}
/// Returns whether a converter reads it.
constexpr bool isConverted(SourceKind kind)
{
    return traitsOf(kind).way == SourceWay::Converter;
}
/// Returns whether a device tells it in bytes.
constexpr bool isTold(SourceKind kind)
{
    return traitsOf(kind).way == SourceWay::Device;
}
/// Returns whether the file says the pin on which it hangs itself.
constexpr bool isAtPin(SourceKind kind)
{
    return isConverted(kind) || traitsOf(kind).way == SourceWay::Pin;
}
/// Returns whether it gives codes or texts that have names, not numbers on a scale.
constexpr bool givesCodes(SourceKind kind)
{
    return traitsOf(kind).givesCodes;
}
/// Returns whether its lane holds events, not a quantity.
constexpr bool hasEvents(SourceKind kind)
{
    return givesCodes(kind);
}
/// Returns whether a lane of the scenario tells what is true.
constexpr bool hasLane(SourceKind kind)
{
    return traitsOf(kind).hasLane;
}
/// Returns the kind of device that tells a source of that kind, which must be told.
constexpr DeviceKind deviceKindOf(SourceKind kind)
{
    return *traitsOf(kind).toldBy;
}

} // namespace fern
