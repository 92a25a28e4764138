#pragma once
// What the file says about buses and about a module's place on one.

#include "parts/pin_spec.h"

#include <span>
#include <vector>

namespace fern {

enum class BusKind { I2c, Spi, Uart, TwoWire, Parallel };
inline constexpr Words<5> busKindWords{"i2c", "spi", "uart", "two-wire", "parallel"};

/// A bus of a board.
struct BusSpec {
    std::string id; ///< unique in the instrument
    std::string name; ///< the maker's own; empty: the id serves
    BusKind kind = BusKind::I2c;
    Quantity speed{400, "kHz"}; ///< clock, or bit rate of a UART
    Quantity pullUp{0, "ohm"}; ///< fitted for the bus, beside those on the modules; 0 is none
    Quantity pullUpTo{3.3, "V"};
    Quantity wireLength{0.1, "m"}; ///< of all of its wires together
    bool isWholePort = false; ///< a parallel bus that is written as one port
    std::vector<LineSpec> lines;

    bool operator==(const BusSpec&) const = default;
};

template <class Archive> void describe(Archive& a, BusSpec& b)
{
    a.text("id", b.id);
    a.optionalText("name", b.name);
    a.choice("kind", b.kind, busKindWords);
    a.quantity("speed", b.speed, "Hz", {50, 1e9});
    a.quantity("pullUp", b.pullUp, "ohm", Range::notNegative());
    a.quantity("pullUpTo", b.pullUpTo, "V", Range::positive());
    a.quantity("wireLength", b.wireLength, "m", Range::notNegative());
    a.flag("wholePort", b.isWholePort);
    a.list("lines", b.lines);
}

/// Returns what people call the bus.
inline const std::string& busName(const BusSpec& bus)
{
    return bus.name.empty() ? bus.id : bus.name;
}

/// Returns the rates that libraries and UM10204 know, rising; none of a bus that runs at any.
std::span<const double> usualRates(BusKind kind);

/// Returns an address as data sheets print it: 0x3C.
std::string addressText(int address);

/// Reads 7-bit addresses such as "0x3C 0x3D". Error when one is none.
Result<std::vector<int>> parseAddresses(std::string_view words);

/// A module's place on a bus.
struct BusPortSpec {
    std::string bus{}; ///< id; empty while it hangs on none
    int address = 0; ///< 7 bits, of an I²C module
    std::vector<int> straps{}; ///< every address that its straps can give
    std::vector<int> usual{}; ///< addresses that modules of the class are known to have
    bool isMirrored = false; ///< shares an address on purpose: both do the same
    std::string behind{}; ///< id of the multiplexer between bus and module; empty is none
    int channel = 0; ///< of that multiplexer
    Quantity pullUp{0, "ohm"}; ///< on the module, on each line; 0 is none
    Quantity capacitance{10, "pF"}; ///< of each line
    Quantity fastest{400, "kHz"}; ///< clock that it can follow

    bool operator==(const BusPortSpec&) const = default;
};

template <class Archive> void describe(Archive& a, BusPortSpec& p)
{
    const auto addresses = [&a](std::string_view key, std::vector<int>& list) {
        std::string words;
        for (const int address : list)
            words += (words.empty() ? "" : " ") + addressText(address);
        a.optionalText(key, words);
        if constexpr (Archive::isReading) {
            if (auto read = parseAddresses(words))
                list = *std::move(read);
            else
                a.failAt(key, read.error().message);
        }
    };
    a.text("bus", p.bus);
    std::vector<int> own;
    if (p.address != 0)
        own.push_back(p.address);
    addresses("address", own);
    p.address = own.empty() ? 0 : own.front();
    addresses("straps", p.straps);
    addresses("usual", p.usual);
    a.flag("mirrored", p.isMirrored);
    a.optionalText("behind", p.behind);
    a.optionalInteger("channel", p.channel, 0, 0, 15);
    a.quantity("pullUp", p.pullUp, "ohm", Range::notNegative());
    a.quantity("capacitance", p.capacitance, "F", Range::notNegative());
    a.quantity("fastest", p.fastest, "Hz", Range::positive());
}

} // namespace fern
