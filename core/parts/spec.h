#pragma once
// What the file says about the parts: boards, displays, modules and what feeds them, and what
// stands between a quantity and the pin.

#include "base/archive.h"
#include "base/number_list.h"
#include "glass/display_spec.h"
#include "parts/bus_spec.h"
#include "parts/network_spec.h"
#include "parts/pin_spec.h"
#include "parts/supply_spec.h"

#include <optional>
#include <string>
#include <vector>

namespace fern {

/// Two ways to write down the code of an ideal converter of N bits.
enum class ConverterSchool {
    DataSheet, ///< floor(V · 2^N / Vref): each code is one of 2^N equal steps
    EndPoint, ///< round(V · (2^N − 1) / Vref): the top code is the reference
};
inline constexpr Words<2> converterSchoolWords{"data sheet", "end point"};

/// What the codes of a converter stand for.
enum class ConverterForm {
    Unipolar, ///< 0 … 2^N − 1 for 0 … the reference
    Signed, ///< −2^(N−1) … 2^(N−1) − 1 for both sides of zero up to ± the reference
};
inline constexpr Words<2> converterFormWords{"unipolar", "signed"};

/// How a code with fewer real bits was made wider.
enum class Widening {
    Shifted, ///< zeros behind it
    Repeated, ///< its own upper bits behind it, so that full scale stays full scale
};
inline constexpr Words<2> wideningWords{"shifted", "repeated"};

/// How a module converts the input that it is switched to.
enum class ConversionMode {
    Continuous, ///< again and again
    Single, ///< once, each time that it is asked
};
inline constexpr Words<2> conversionModeWords{"continuous", "single"};

struct ConverterSpec {
    int bits = 10;
    ConverterForm form = ConverterForm::Unipolar;
    ConverterSchool school = ConverterSchool::DataSheet;
    Quantity reference{5, "V"}; ///< of a signed one the end of its range, on both sides
    std::vector<double> ranges; ///< volts: references that its gain can be set to, coarse first
    int realBits = 0; ///< of a code made wider; 0: all are real
    Widening widening = Widening::Shifted;
    double referenceTolerancePercent = 1; ///< half width, rectangular
    Quantity damageAbove{5.3, "V"}; ///< absolute maximum of the input
    double noiseLsb = 0.5; ///< input-referred, rms
    double nonlinearityLsb = 1; ///< integral, half width, rectangular
    double offsetLsb = 1; ///< half width, rectangular
    Quantity sourceMost{10, "kohm"}; ///< source resistance up to which its sampling settles
    Quantity conversionTime{100, "us"};
    // Of a module, which converts beside the processor:
    ConversionMode mode = ConversionMode::Continuous;
    int settles = 0; ///< conversions after a switch of the input that still hold the old one
    int discards = 0; ///< conversions that the firmware throws away after it has switched
    Extras extras;

    bool operator==(const ConverterSpec&) const = default;
};

template <class Archive> void describe(Archive& a, ConverterSpec& c)
{
    a.integer("bits", c.bits, 4, 24);
    a.optionalChoice("form", c.form, converterFormWords);
    a.choice("school", c.school, converterSchoolWords);
    a.quantity("reference", c.reference, "V", Range::positive());
    std::string ranges = wordsOf(c.ranges);
    a.optionalText("ranges", ranges);
    a.optionalInteger("realBits", c.realBits, 0, 0, 24);
    a.optionalChoice("widening", c.widening, wideningWords);
    if constexpr (Archive::isReading) {
        if (auto read = parsePositives(ranges))
            c.ranges = *std::move(read);
        else
            a.failAt("ranges", read.error().message);
        if (!a.failed() && (c.realBits > c.bits || 2 * c.realBits < c.bits) && c.realBits != 0)
            a.failAt("realBits", "real bits must be from half of the bits to all of them");
    }
    a.number("referenceTolerancePercent", c.referenceTolerancePercent, {0, 50});
    a.quantity("damageAbove", c.damageAbove, "V", Range::positive());
    a.number("noiseLsb", c.noiseLsb, {0, 1e6});
    a.number("nonlinearityLsb", c.nonlinearityLsb, {0, 1e6});
    a.number("offsetLsb", c.offsetLsb, {0, 1e6});
    a.quantity("sourceMost", c.sourceMost, "ohm", Range::positive());
    a.quantity("conversionTime", c.conversionTime, "s", {0, 10});
    a.optionalChoice("mode", c.mode, conversionModeWords);
    a.optionalInteger("settles", c.settles, 0, 0, 16);
    a.optionalInteger("discards", c.discards, 0, 0, 16);
    a.extras(c.extras);
}

enum class PartKind {
    Board,
    Display,
    Battery,
    Bank, ///< a power bank
    Regulator,
    Module, ///< a sensor, converter, radio or actuator with lines and perhaps a bus
    Emitter, ///< a light-emitting diode
    Multiplexer, ///< of an I²C bus
    Outside, ///< a supply from outside, such as the USB socket of a computer
};
inline constexpr Words<9> partKindWords{"board", "display", "battery", "power bank", "regulator",
    "module", "light emitter", "multiplexer", "outside supply"};

/// How fast a processor computes; the table of operation costs knows these classes.
enum class ProcessorClass { Bits8At16MHz, Bits32At80MHz, Bits32At240MHz };
inline constexpr Words<3> processorClassWords{"8-bit, 16 MHz", "32-bit, 80 MHz", "32-bit, 240 MHz"};
/// What the clock of microseconds can tell apart, in seconds: an 8-bit timer counts a 64th of 16
/// MHz.
constexpr double timerTickOf(ProcessorClass processor)
{
    return processor == ProcessorClass::Bits8At16MHz ? 4e-6 : 1e-6;
}
/// How many cores can run a loop each, typical of the class.
constexpr int coresOf(ProcessorClass processor)
{
    return processor == ProcessorClass::Bits32At240MHz ? 2 : 1;
}
/// Bytes of memory for variables, typical of the class.
constexpr int memoryBytesOf(ProcessorClass processor)
{
    constexpr int kilo = 1024;
    return processor == ProcessorClass::Bits8At16MHz ? 2 * kilo
        : processor == ProcessorClass::Bits32At80MHz ? 80 * kilo
                                                     : 320 * kilo;
}

/// One part; the kind says which of the groups below counts.
struct Part {
    std::string id;
    std::string name; ///< the maker's own; empty: the id serves
    PartKind kind = PartKind::Board;
    std::string className; ///< the class by function, such as "mono OLED 128×64, page-addressed"

    // A board:
    ProcessorClass processor = ProcessorClass::Bits8At16MHz;
    Quantity supply{5, "V"};
    std::vector<BusSpec> buses;
    int serialPorts = 0; ///< in hardware; 0: as many as its pins tell of
    std::optional<NetworkSpec> network;

    // A board, or a module that converts: its converter, and the pins of a board or the inputs of
    // a module; empty while nobody has told them.
    std::optional<ConverterSpec> converter;
    std::vector<PinSpec> pins;

    std::optional<DisplaySpec> display;

    // What gives power; a board may have a regulator of its own.
    std::optional<BatterySpec> battery;
    std::optional<BankSpec> bank;
    std::optional<OutsideSpec> outside;
    std::optional<RegulatorSpec> regulator;

    std::optional<EmitterSpec> emitter;
    int channels = 8; ///< of a multiplexer

    // Any part, as far as it is told:
    std::string fedBy; ///< id of the part that feeds it; empty: the board, and a board the battery
    std::string builtInto; ///< id of the board that it is soldered to; empty: none
    std::optional<LoadSpec> load;
    std::optional<LevelSpec> levels;
    std::optional<BusPortSpec> port;
    std::vector<LineSpec> lines;

    Extras extras;

    bool operator==(const Part&) const = default;
};

template <class Archive> void describe(Archive& a, Part& p)
{
    a.text("id", p.id);
    a.optionalText("name", p.name);
    a.choice("kind", p.kind, partKindWords);
    a.text("class", p.className);
    switch (p.kind) {
    case PartKind::Board:
        a.choice("processor", p.processor, processorClassWords);
        a.quantity("supply", p.supply, "V", Range::positive());
        a.object("converter", p.converter ? *p.converter : p.converter.emplace());
        a.optionalList("pins", p.pins);
        a.optionalList("buses", p.buses);
        a.optionalInteger("serialPorts", p.serialPorts, 0, 0, 16);
        a.optionalObject("network", p.network);
        a.optionalObject("regulator", p.regulator);
        break;
    case PartKind::Display:
        a.object("display", p.display ? *p.display : p.display.emplace());
        break;
    case PartKind::Battery:
        a.object("battery", p.battery ? *p.battery : p.battery.emplace());
        break;
    case PartKind::Bank:
        a.object("bank", p.bank ? *p.bank : p.bank.emplace());
        break;
    case PartKind::Outside:
        a.object("outside", p.outside ? *p.outside : p.outside.emplace());
        break;
    case PartKind::Regulator:
        a.object("regulator", p.regulator ? *p.regulator : p.regulator.emplace());
        break;
    case PartKind::Emitter:
        a.object("emitter", p.emitter ? *p.emitter : p.emitter.emplace());
        break;
    case PartKind::Multiplexer:
        a.integer("channels", p.channels, 2, 16);
        break;
    case PartKind::Module:
        a.optionalObject("converter", p.converter);
        a.optionalList("pins", p.pins);
        break;
    }
    a.optionalText("fedBy", p.fedBy);
    a.optionalText("builtInto", p.builtInto);
    a.optionalObject("load", p.load);
    a.optionalObject("levels", p.levels);
    a.optionalObject("port", p.port);
    a.optionalList("lines", p.lines);
    a.extras(p.extras);
}

/// Returns what people call the part.
inline const std::string& partName(const Part& part)
{
    return part.name.empty() ? part.id : part.name;
}

/// What makes volts, or ohms, of the quantity.
enum class SensorKind {
    Voltage, ///< the quantity is a voltage
    Shunt, ///< a current through a small resistor, amplified
    Potentiometer, ///< a share of the reference, from the wiper
    Sender, ///< volts on a straight line, such as 0.5 … 4.5 V over its range
    Thermistor, ///< NTC by the B-parameter equation
    Photoresistor, ///< resistance falls with a power of the illuminance
    Bridge, ///< millivolts for each volt of excitation, such as a load cell
    Platinum, ///< IEC 60751
    Chip, ///< the diode inside a processor, at a channel of the converter without a pin
};
inline constexpr Words<9> sensorKindWords{"voltage", "shunt", "potentiometer", "linear sender",
    "thermistor", "photoresistor", "bridge", "platinum", "chip temperature"};

/// Returns whether the sensor is a resistance, which needs a fixed resistor beside it.
constexpr bool isResistive(SensorKind kind)
{
    return kind == SensorKind::Thermistor || kind == SensorKind::Photoresistor
        || kind == SensorKind::Platinum;
}

/// A sensor; the kind says which of the groups counts.
struct SensorSpec {
    SensorKind kind = SensorKind::Voltage;
    double tolerancePercent = 1; ///< of its gain or of its nominal resistance, half width

    // A voltage: the resistance of what is measured, which the instrument loads. 0 is not known.
    Quantity sourceResistance{0, "ohm"};

    // A shunt:
    Quantity shunt{10, "mohm"};
    double gain = 20; ///< of the amplifier behind it

    // A linear sender: volts at both ends of its range. A potentiometer: the ends of its track,
    // which lie at ground and at the converter's reference.
    Quantity low{0, "m"};
    Quantity high{1, "m"};
    Quantity lowOutput{0.5, "V"};
    Quantity highOutput{4.5, "V"};
    bool isRatiometric = false; ///< fed from the converter's reference: its volts follow it

    // A thermistor has its nominal resistance at 25 °C, a photoresistor at 10 lx, platinum at 0 °C,
    // a potentiometer from end to end.
    Quantity nominal{10, "kohm"};
    double beta = 3950; ///< kelvin
    double gamma = 0.7; ///< resistance = nominal · (E / 10 lx)^−gamma

    // A bridge: its output at its capacity, on an excitation that is also the converter's
    // reference, so that it cancels.
    Quantity capacity{5, "kg"};
    double sensitivity = 2; ///< millivolt per volt
    Quantity excitation{5, "V"};

    // A chip's diode: its volts at 27 °C, and how they change.
    Quantity outputAt27{0.706, "V"};
    double millivoltPerKelvin = -1.721;

    Extras extras;

    bool operator==(const SensorSpec&) const = default;
};

template <class Archive> void describe(Archive& a, SensorSpec& s)
{
    a.choice("kind", s.kind, sensorKindWords);
    switch (s.kind) {
    case SensorKind::Voltage:
        a.optionalQuantity("sourceResistance", s.sourceResistance, "ohm", Range::notNegative());
        return a.extras(s.extras);
    case SensorKind::Shunt:
        a.quantity("shunt", s.shunt, "ohm", Range::positive());
        a.number("gain", s.gain, Range::positive());
        break;
    case SensorKind::Sender:
        a.anyQuantity("low", s.low);
        a.quantity("high", s.high, std::string(s.low.unit));
        a.quantity("lowOutput", s.lowOutput, "V");
        a.quantity("highOutput", s.highOutput, "V");
        if constexpr (Archive::isReading)
            if (!a.failed()
                && (inSi(s.low) == inSi(s.high) || inSi(s.lowOutput) == inSi(s.highOutput)))
                a.failAt(
                    "high", "the two ends of a sender must differ, and so must its volts there");
        a.flag("ratiometric", s.isRatiometric);
        break;
    case SensorKind::Potentiometer:
        a.anyQuantity("low", s.low);
        a.quantity("high", s.high, std::string(s.low.unit));
        if constexpr (Archive::isReading)
            if (!a.failed() && inSi(s.low) == inSi(s.high))
                a.failAt("high", "the two ends of a potentiometer must differ");
        a.quantity("nominal", s.nominal, "ohm", Range::positive());
        break;
    case SensorKind::Thermistor:
        a.quantity("nominal", s.nominal, "ohm", Range::positive());
        a.number("beta", s.beta, {100, 20000});
        break;
    case SensorKind::Photoresistor:
        a.quantity("nominal", s.nominal, "ohm", Range::positive());
        a.number("gamma", s.gamma, {0.1, 2});
        break;
    case SensorKind::Bridge:
        a.anyQuantity("capacity", s.capacity);
        a.number("sensitivity", s.sensitivity, {1e-3, 1000});
        a.quantity("excitation", s.excitation, "V", Range::positive());
        if constexpr (Archive::isReading)
            if (!a.failed() && inSi(s.capacity) <= 0)
                a.failAt("capacity", "the capacity of a bridge must be more than zero");
        break;
    case SensorKind::Platinum:
        a.quantity("nominal", s.nominal, "ohm", Range::positive());
        break;
    case SensorKind::Chip:
        a.quantity("outputAt27", s.outputAt27, "V", Range::positive());
        a.number("millivoltPerKelvin", s.millivoltPerKelvin, {-100, 100});
        if (Archive::isReading && s.millivoltPerKelvin == 0)
            a.failAt("millivoltPerKelvin", "a chip's diode must change with its temperature");
        break;
    }
    a.number("tolerancePercent", s.tolerancePercent, {0, 50});
    a.extras(s.extras);
}

/// What stands between the sensor and the pin.
enum class FrontEndKind {
    Divider, ///< volts over r1 to the pin, the pin over r2 to ground; r1 = 0 is a plain wire
    SensorAbove, ///< a resistive sensor from the reference to the pin, a fixed resistor to ground
    SensorBelow, ///< a fixed resistor from the reference to the pin, the sensor to ground
};
inline constexpr Words<3> frontEndKindWords{"divider", "sensor above", "sensor below"};

struct FrontEndSpec {
    FrontEndKind kind = FrontEndKind::Divider;
    Quantity r1{10, "kohm"}; ///< of the divider
    Quantity r2{10, "kohm"};
    Quantity fixed{10, "kohm"}; ///< beside a resistive sensor
    double tolerancePercent = 1; ///< of each resistor, half width, rectangular
    Quantity capacitor{0, "nF"}; ///< from the pin to ground; 0 is none
    Extras extras;

    bool operator==(const FrontEndSpec&) const = default;
};

template <class Archive> void describe(Archive& a, FrontEndSpec& f)
{
    a.choice("kind", f.kind, frontEndKindWords);
    if (f.kind == FrontEndKind::Divider) {
        a.quantity("r1", f.r1, "ohm", Range::notNegative());
        a.quantity("r2", f.r2, "ohm", Range::positive());
    } else {
        a.quantity("fixed", f.fixed, "ohm", Range::positive());
    }
    a.number("tolerancePercent", f.tolerancePercent, {0, 50});
    a.optionalQuantity("capacitor", f.capacitor, "F", Range::notNegative());
    a.extras(f.extras);
}

} // namespace fern
