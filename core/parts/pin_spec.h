#pragma once
// What the file says about pins: those of a board with their roles, and the lines of modules and
// buses that want one.

#include "base/archive.h"

#include <cstdint>
#include <string>

namespace fern {

/// What a pin can do, and what a line wants of its pin.
enum class PinRole {
    Digital,
    Analog,
    Pwm,
    Interrupt,
    I2cData,
    I2cClock,
    SpiClock,
    SpiOut, ///< from the board
    SpiIn, ///< to the board
    UartIn, ///< to the board
    UartOut, ///< from the board
};
inline constexpr Words<11> pinRoleWords{"digital", "analog", "pwm", "interrupt", "i2c-data",
    "i2c-clock", "spi-clock", "spi-out", "spi-in", "uart-in", "uart-out"};

/// A set of roles, one bit each.
using PinRoles = std::uint32_t;
constexpr PinRoles bitOf(PinRole role)
{
    return PinRoles{1} << static_cast<unsigned>(role);
}

/// Returns the roles as their words with blanks between, in the enum's order.
std::string roleWords(PinRoles roles);

/// Reads such words. Error names the word that is none.
Result<PinRoles> parseRoles(std::string_view words);

/// What a board has wired to a pin itself.
enum class WiredTo { Nothing, Button, Display, Lamp, Cell };
inline constexpr Words<5> wiredToWords{"nothing", "button", "display", "lamp", "cell"};

/// A pin has up to four names, which makers confuse: the printed one, its place in the row, the
/// processor's port and the number of its analog channel.
struct PinSpec {
    std::string name; ///< as printed on the board: "A0", "D4"
    int position = 0; ///< counted along the edge, from 1; 0 is unknown
    std::string port; ///< the processor's name: "C0", "GPIO36"; may be empty
    PinRoles roles = bitOf(PinRole::Digital);
    int analogChannel = -1; ///< of the converter; -1 is none
    int serialPort = -1; ///< that its serial roles belong to; -1 is not known
    WiredTo wiredTo = WiredTo::Nothing;

    bool operator==(const PinSpec&) const = default;
};

template <class Archive> void describe(Archive& a, PinSpec& p)
{
    a.text("name", p.name);
    a.optionalInteger("position", p.position, 0, 0, 1000);
    a.optionalText("port", p.port);
    std::string words = roleWords(p.roles);
    a.text("roles", words);
    a.optionalInteger("analogChannel", p.analogChannel, -1, -1, 255);
    a.optionalInteger("serialPort", p.serialPort, -1, -1, 15);
    a.optionalChoice("wiredTo", p.wiredTo, wiredToWords);
    if constexpr (Archive::isReading) {
        if (auto roles = parseRoles(words))
            p.roles = *roles;
        else
            a.failAt("roles", roles.error().message);
    }
}

/// What holds a line at a level while nothing drives it.
enum class LinePull { None, Internal, External };
inline constexpr Words<3> linePullWords{"none", "internal", "external"};

/// Where a line goes that takes no pin.
enum class LineTied { Open, Supply, Ground };
inline constexpr Words<3> lineTiedWords{"open", "supply", "ground"};

/// A line of a module or a bus.
struct LineSpec {
    std::string name; ///< "reset", "select", "pulses"
    PinRole role = PinRole::Digital;
    std::string pin{}; ///< of the board; empty while it has none
    bool isRequired = false; ///< must not stay open: reset, enable, strap, backup supply
    LineTied tied = LineTied::Open; ///< when it has no pin
    bool isContact = false; ///< a switch or an open collector: it drives one level only
    LinePull pull = LinePull::None;
    bool isInput = false; ///< of the board: the module drives it

    bool operator==(const LineSpec&) const = default;
};

template <class Archive> void describe(Archive& a, LineSpec& l)
{
    a.text("name", l.name);
    a.choice("role", l.role, pinRoleWords);
    a.optionalText("pin", l.pin);
    a.flag("required", l.isRequired);
    a.optionalChoice("tied", l.tied, lineTiedWords);
    a.flag("input", l.isInput);
    a.flag("contact", l.isContact);
    a.optionalChoice("pull", l.pull, linePullWords);
}

} // namespace fern
