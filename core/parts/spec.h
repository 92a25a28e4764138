#pragma once
// What the file says about the parts: a board with its converter, and displays.

#include "base/archive.h"

#include <string>

namespace fern {

/// Two ways to write down the code of an ideal converter of N bits.
enum class ConverterSchool {
    DataSheet, ///< floor(V · 2^N / Vref): each code is one of 2^N equal steps
    EndPoint, ///< round(V · (2^N − 1) / Vref): the top code is the reference
};
inline constexpr Words<2> converterSchoolWords{"data sheet", "end point"};

struct ConverterSpec {
    int bits = 10;
    ConverterSchool school = ConverterSchool::DataSheet;
    Quantity reference{5, "V"};
    double referenceTolerancePercent = 1; ///< half width, rectangular
    Quantity damageAbove{5.3, "V"}; ///< absolute maximum of the input
    double noiseLsb = 0.5; ///< input-referred, rms
    double nonlinearityLsb = 1; ///< integral, half width, rectangular
    double offsetLsb = 1; ///< half width, rectangular
    Quantity conversionTime{100, "us"};
    Extras extras;

    bool operator==(const ConverterSpec&) const = default;
};

template <class Archive> void describe(Archive& a, ConverterSpec& c)
{
    a.integer("bits", c.bits, 4, 24);
    a.choice("school", c.school, converterSchoolWords);
    a.quantity("reference", c.reference, "V", Range::positive());
    a.number("referenceTolerancePercent", c.referenceTolerancePercent, {0, 50});
    a.quantity("damageAbove", c.damageAbove, "V", Range::positive());
    a.number("noiseLsb", c.noiseLsb, {0, 1e6});
    a.number("nonlinearityLsb", c.nonlinearityLsb, {0, 1e6});
    a.number("offsetLsb", c.offsetLsb, {0, 1e6});
    a.quantity("conversionTime", c.conversionTime, "s", {0, 10});
    a.extras(c.extras);
}

enum class PartKind { Board, Display };
inline constexpr Words<2> partKindWords{"board", "display"};

/// How fast a processor computes; the table of operation costs knows these classes.
enum class ProcessorClass { Bits8At16MHz, Bits32At80MHz, Bits32At240MHz };
inline constexpr Words<3> processorClassWords{"8-bit, 16 MHz", "32-bit, 80 MHz", "32-bit, 240 MHz"};

/// One part; the kind says which of the groups below counts.
struct Part {
    std::string id;
    PartKind kind = PartKind::Board;
    std::string className; ///< the class by function, such as "mono OLED 128×64, page-addressed"

    // A board:
    ProcessorClass processor = ProcessorClass::Bits8At16MHz;
    Quantity supply{5, "V"};
    ConverterSpec converter;

    // A display with mono pixels in pages of eight rows:
    int width = 128;
    int height = 64;
    Quantity panelResponse{0, "ms"}; ///< from the last byte until the pixels show it

    Extras extras;

    bool operator==(const Part&) const = default;
};

template <class Archive> void describe(Archive& a, Part& p)
{
    a.text("id", p.id);
    a.choice("kind", p.kind, partKindWords);
    a.text("class", p.className);
    if (p.kind == PartKind::Board) {
        a.choice("processor", p.processor, processorClassWords);
        a.quantity("supply", p.supply, "V", Range::positive());
        a.object("converter", p.converter);
    } else {
        a.integer("width", p.width, 8, 1024);
        a.integer("height", p.height, 8, 1024);
        a.quantity("panelResponse", p.panelResponse, "s", {0, 60});
        if (Archive::isReading && p.height % 8 != 0)
            a.failAt(
                "height", "the height must be a multiple of 8: its memory has pages of 8 rows");
    }
    a.extras(p.extras);
}

/// A voltage divider: the input over r1 to the pin, the pin over r2 to ground.
struct DividerSpec {
    Quantity r1{10, "kohm"};
    Quantity r2{10, "kohm"};
    double tolerancePercent = 1; ///< of each resistor, half width, rectangular
    Extras extras;

    bool operator==(const DividerSpec&) const = default;
};

template <class Archive> void describe(Archive& a, DividerSpec& d)
{
    a.quantity("r1", d.r1, "ohm", Range::notNegative());
    a.quantity("r2", d.r2, "ohm", Range::positive());
    a.number("tolerancePercent", d.tolerancePercent, {0, 50});
    a.extras(d.extras);
}

} // namespace fern
