#pragma once
// What a display hears on its bus: one transfer after another.

#include "base/archive.h"
#include "base/ticks.h"

#include <cstdint>
#include <string_view>
#include <vector>

namespace fern {

enum class TransferKind {
    I2c, ///< the first byte is the address, shifted left by one
    Command, ///< while the line that tells data from commands says command
    Data,
    Wire, ///< between start and stop of a two-wire driver
    Word, ///< while a chain of shift registers is selected
    Lines, ///< the levels of the lines of a raw glass, phase by phase, from now on repeated
    Light, ///< a line beside the bus: how long of 255 parts the light is on
    Contrast, ///< a line beside the bus: the voltage of the crystals, 128 of 255 the right one
};
inline constexpr Words<8> transferKindWords{
    "i2c", "command", "data", "wire", "word", "lines", "light", "contrast"};

/// Returns whether it goes over the bus, and not over a line of its own beside it.
constexpr bool isOnBus(TransferKind kind)
{
    return kind < TransferKind::Light;
}

struct Transfer {
    TransferKind kind = TransferKind::I2c;
    std::vector<std::uint8_t> bytes;
    Ticks perByte{}; ///< from one byte to the next; 0: nobody said, and none comes too early

    bool operator==(const Transfer&) const = default;
};

struct TimedTransfer {
    Ticks at; ///< its last byte has come
    Transfer transfer;
};

/// Reads a transfer from its word and its bytes in hexadecimal with blanks between ("i2c",
/// "78 00 ae"). Error says which of the two is none.
Result<Transfer> parseTransfer(std::string_view kind, std::string_view bytes);

} // namespace fern
