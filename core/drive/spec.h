#pragma once
// What the file says about the firmware that drives a display: how it redraws, and what it believes
// of the part.

#include "base/archive.h"

#include <cstdint>

namespace fern {

/// Which part of old and new contents is sent.
enum class RedrawStrategy {
    FullFrame, ///< on cells and digits: each row padded and written
    ChangedPages, ///< of each page or row what lies between its first and last change
    DirtyBox, ///< one box around all that changed
    ChangedCells, ///< each run of changed cells, digits or bytes
    ClearAndWrite, ///< all cleared, then what is not blank written
};
inline constexpr Words<5> redrawStrategyWords{
    "full frame", "changed pages", "dirty box", "changed cells", "clear and write"};

struct GlassSize {
    int width = 0;
    int height = 0;

    bool operator==(const GlassSize&) const = default;
};

template <class Archive> void describe(Archive& a, GlassSize& s)
{
    a.integer("width", s.width, 1, 4096);
    a.integer("height", s.height, 1, 4096);
}

/// How the driver turns what it draws.
enum class DriverTurn { AsBuiltIn, Upright, Right, Over, Left };
inline constexpr Words<5> driverTurnWords{"as built in", "0", "90", "180", "270"};

/// What a driver can do wrong.
enum class DriverMistake {
    NotBegun, ///< nothing is set up
    NotSent, ///< drawn and never sent; of paper never refreshed
    NotSwitchedOn, ///< set up but for the command that switches it on
    NoPump,
    OtherRowWiring, ///< set for rows that hang on their pads the other way
    OtherController, ///< of the two ways of mono panels
    Mirrored, ///< left and right
    BitsReversed, ///< in each byte
    RowOrdered, ///< a bitmap in rows sent as pages
    NotCleared, ///< drawn over what stood there; on cells without blanks around it
    OneLine, ///< a character display set to one line
    NotWaited, ///< for what the controller takes its time with
    RawBytes, ///< text sent as the bytes of its UTF-8
    OtherExpander, ///< set for the other wiring of the expander
    NoScanLimit, ///< only the first digit is driven
    Decoded, ///< segments taken for numbers
    TestLeftOn,
    ModulesTurned, ///< of a matrix
    BytesSwapped, ///< of each colour
    RedForBlue,
    NotInverted, ///< colours, or black and white, are their negative
    NoPixelFormat,
    NoOffset, ///< of the glass in the memory
    AsleepAfter, ///< asleep after each refresh, and not reset before the next
    SteadyVoltage, ///< at a raw glass, which wants an alternating one
    MapShifted, ///< segments taken to hang one line further
    LightOff,
    ContrastLow, ///< of liquid crystal
    ContrastHigh,
    OtherSigns, ///< of the two usual character sets
};
inline constexpr Words<30> driverMistakeWords{"not-begun", "not-sent", "not-switched-on", "no-pump",
    "other-row-wiring", "other-controller", "mirrored", "bits-reversed", "row-ordered",
    "not-cleared", "one-line", "not-waited", "raw-bytes", "other-expander", "no-scan-limit",
    "decoded", "test-left-on", "modules-turned", "bytes-swapped", "red-for-blue", "not-inverted",
    "no-pixel-format", "no-offset", "asleep-after", "steady-voltage", "map-shifted", "light-off",
    "contrast-low", "contrast-high", "other-signs"};

/// A set of mistakes, one bit each.
using DriverMistakes = std::uint32_t;
constexpr DriverMistakes bitOf(DriverMistake mistake)
{
    return DriverMistakes{1} << static_cast<unsigned>(mistake);
}
/// Returns the mistakes as their words with blanks between, in the enum's order.
std::string mistakesText(DriverMistakes mistakes);
/// Reads such words. Error names the one that is none.
Result<DriverMistakes> parseMistakes(std::string_view words);

struct DriverSpec {
    RedrawStrategy strategy = RedrawStrategy::FullFrame;
    int bufferBytes = 32; ///< frame bytes in one transfer of the library, on an I²C bus
    std::optional<GlassSize> setTo; ///< the size that it is set to; none: the part's
    int address = 0; ///< on the I²C bus; 0: the part's
    DriverTurn turned = DriverTurn::AsBuiltIn;
    int brightness = 100; ///< percent, where it can be dimmed
    int fullRefreshEvery = 8; ///< so manyth refresh of paper is a full one; 0: none after the first
    DriverMistakes mistakes = 0;
    Extras extras;

    bool has(DriverMistake mistake) const { return (mistakes & bitOf(mistake)) != 0; }
    bool operator==(const DriverSpec&) const = default;
};

template <class Archive> void describe(Archive& a, DriverSpec& d)
{
    a.choice("strategy", d.strategy, redrawStrategyWords);
    a.integer("bufferBytes", d.bufferBytes, 1, 4096);
    a.optionalObject("setTo", d.setTo);
    a.optionalInteger("address", d.address, 0, 0, 127);
    a.optionalChoice("turned", d.turned, driverTurnWords);
    a.optionalInteger("brightness", d.brightness, 100, 1, 100);
    a.optionalInteger("fullRefreshEvery", d.fullRefreshEvery, 8, 0, 1000);
    auto words = mistakesText(d.mistakes);
    a.optionalText("mistakes", words);
    if constexpr (Archive::isReading) {
        if (auto read = parseMistakes(words))
            d.mistakes = *read;
        else
            a.failAt("mistakes", read.error().message);
    }
    a.extras(d.extras);
}

} // namespace fern
