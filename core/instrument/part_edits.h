#pragma once
// Edits of the parts: adding, removing, hanging them on buses, giving them pins. As all edits, each
// returns a new instrument, and an error means that nothing has changed.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parts_view.h"

#include <string>
#include <string_view>

namespace fern {

/// Adds a part. Its name, or its class, gives the id; a name that is taken gets a number. A mono
/// display gets its Display too, so that pages can be put on it.
Result<Instrument> withPartAdded(const Instrument& in, Part part);

/// Takes a part away: what it fed is fed as by default, what hung on its buses hangs on none, and
/// the displays that it is go with their pages. A board that a channel reads stays, with an error.
Result<Instrument> withoutPart(const Instrument& in, std::string_view part);

/// Hangs a part on a bus that it fits, or takes it off with an empty id. Lines that the bus carries
/// give their pins back.
Result<Instrument> withPartOnBus(const Instrument& in, std::string_view part, std::string_view bus);

/// Adds a bus of a kind to a board, on free pins with the roles that it wants. Error when there are
/// none. Of the kinds, I²C, SPI and UART have lines of their own.
Result<Instrument> withBusAdded(const Instrument& in, std::string_view board, BusKind kind);

/// Takes a bus away; what hung on it hangs on none.
Result<Instrument> withoutBus(const Instrument& in, std::string_view bus);

/// Sets the clock at which a display is driven: of its bus, or its own while it hangs on none.
Result<Instrument> withBusSpeed(
    const Instrument& in, std::string_view display, const Quantity& speed);

/// Lets another board or converter read a channel, on its first free input and its own range.
/// Error when it has no converter or no input left.
Result<Instrument> withChannelReadBy(
    const Instrument& in, std::string_view channel, std::string_view part);

/// Puts a user on a pin; an empty name takes its pin away.
Result<Instrument> withPin(const Instrument& in, const PinUser& user, std::string_view pin);

/// The same, and whoever had that pin of the board gets the user's old one.
Result<Instrument> withPinSwapped(const Instrument& in, const PinUser& user, std::string_view pin);

/// Writes a pin, or a place on an I²C bus, into an instrument that is being made. Who is not there
/// is left out.
void setPin(Instrument& out, const PinUser& user, std::string_view pin);
void setPlace(Instrument& out, std::string_view part, const std::string& bus, int address);

/// Sets what one part of a class costs, such as "4.50 €"; an empty text forgets it.
Result<Instrument> withPrice(
    const Instrument& in, std::string_view className, std::string_view price);

/// Returns the price text of a class; empty when nobody has told it.
std::string priceOf(const Instrument& in, std::string_view className);

} // namespace fern
