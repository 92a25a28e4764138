#pragma once
// What the file says about supplies: what a part needs and draws, and what feeds it.

#include "base/archive.h"

#include <string>

namespace fern {

/// The levels a part works with.
struct LevelSpec {
    Quantity supplyFrom{3, "V"}; ///< lowest supply that still works
    Quantity supplyTo{5.5, "V"}; ///< highest that does no harm
    Quantity drives{3.3, "V"}; ///< high level of its outputs; 0: its own supply
    Quantity highFrom{2.3, "V"}; ///< an input above counts as high
    Quantity tolerates{3.6, "V"}; ///< on its inputs, without harm
    Quantity carries{20, "mA"}; ///< current that one of its outputs can give or take

    bool operator==(const LevelSpec&) const = default;
};

template <class Archive> void describe(Archive& a, LevelSpec& l)
{
    a.quantity("supplyFrom", l.supplyFrom, "V", Range::notNegative());
    a.quantity("supplyTo", l.supplyTo, "V", Range::positive());
    a.quantity("drives", l.drives, "V", Range::notNegative());
    a.quantity("highFrom", l.highFrom, "V", Range::notNegative());
    a.quantity("tolerates", l.tolerates, "V", Range::positive());
    a.quantity("carries", l.carries, "A", Range::notNegative());
    if constexpr (Archive::isReading)
        if (!a.failed() && inSi(l.supplyTo) < inSi(l.supplyFrom))
            a.failAt("supplyTo", "the highest supply must not be below the lowest");
}

/// What a part draws. The rest of the time it idles.
struct LoadSpec {
    Quantity active{0, "mA"};
    Quantity idle{0, "mA"};
    Quantity sleep{0, "mA"};
    double activePercent = 100; ///< of the time
    double sleepPercent = 0;
    bool isMotor = false; ///< a motor or servo: its peaks pull a supply down

    bool operator==(const LoadSpec&) const = default;
};

template <class Archive> void describe(Archive& a, LoadSpec& l)
{
    a.quantity("active", l.active, "A", Range::notNegative());
    a.quantity("idle", l.idle, "A", Range::notNegative());
    a.quantity("sleep", l.sleep, "A", Range::notNegative());
    a.number("activePercent", l.activePercent, {0, 100});
    a.number("sleepPercent", l.sleepPercent, {0, 100});
    a.flag("motor", l.isMotor);
    if constexpr (Archive::isReading)
        if (!a.failed() && l.activePercent + l.sleepPercent > 100)
            a.failAt("sleepPercent", "active and asleep make more than 100 % of the time");
}

enum class Chemistry { Alkaline, NickelMetal, LeadAcid, LithiumIon, IronPhosphate };
inline constexpr Words<5> chemistryWords{
    "alkaline", "nickel-metal hydride", "lead-acid", "lithium-ion", "iron-phosphate"};

/// Cells in one case, as they are connected.
struct BatterySpec {
    Chemistry chemistry = Chemistry::Alkaline;
    Quantity voltage{12, "V"}; ///< nominal, of all cells in series
    Quantity capacity{2, "Ah"};
    double usablePercent = 80; ///< of the capacity, down to the lowest voltage that still works
    bool isFused = false; ///< close to its terminal
    bool isProtected = false; ///< against overcharge, deep discharge and short circuit

    bool operator==(const BatterySpec&) const = default;
};

template <class Archive> void describe(Archive& a, BatterySpec& b)
{
    a.choice("chemistry", b.chemistry, chemistryWords);
    a.quantity("voltage", b.voltage, "V", Range::positive());
    a.quantity("capacity", b.capacity, "Ah", Range::positive());
    a.number("usablePercent", b.usablePercent, {0, 100, true});
    a.flag("fused", b.isFused);
    a.flag("protected", b.isProtected);
}

/// A power bank: a cell behind a converter.
struct BankSpec {
    Quantity output{5, "V"};
    Quantity cellVoltage{3.7, "V"};
    Quantity capacity{10, "Ah"}; ///< of the cell, as printed
    double efficiencyPercent = 85; ///< of the converter
    double usablePercent = 90; ///< of the capacity
    Quantity limit{2, "A"};
    Quantity offBelow{0, "mA"}; ///< it switches itself off below this load; 0 is never

    bool operator==(const BankSpec&) const = default;
};

template <class Archive> void describe(Archive& a, BankSpec& b)
{
    a.quantity("output", b.output, "V", Range::positive());
    a.quantity("cellVoltage", b.cellVoltage, "V", Range::positive());
    a.quantity("capacity", b.capacity, "Ah", Range::positive());
    a.number("efficiencyPercent", b.efficiencyPercent, {0, 100, true});
    a.number("usablePercent", b.usablePercent, {0, 100, true});
    a.quantity("limit", b.limit, "A", Range::positive());
    a.quantity("offBelow", b.offBelow, "A", Range::notNegative());
}

/// A supply that does not run down.
struct OutsideSpec {
    Quantity output{5, "V"};
    Quantity limit{500, "mA"};

    bool operator==(const OutsideSpec&) const = default;
};

template <class Archive> void describe(Archive& a, OutsideSpec& o)
{
    a.quantity("output", o.output, "V", Range::positive());
    a.quantity("limit", o.limit, "A", Range::positive());
}

enum class RegulatorKind {
    Linear,
    Switching, ///< its output is below its input
    Boost, ///< its output is above its input
};
inline constexpr Words<3> regulatorKindWords{"linear", "switching", "boost"};

struct RegulatorSpec {
    RegulatorKind kind = RegulatorKind::Linear;
    Quantity output{5, "V"};
    Quantity dropOut{2, "V"}; ///< input above output that it needs; of no boost converter
    Quantity inputLeast{0.9, "V"}; ///< of a boost converter: from which it works
    Quantity inputMost{20, "V"};
    Quantity limit{0.5, "A"};
    Quantity quiescent{5, "mA"}; ///< that it draws itself
    double kelvinPerWatt = 65; ///< from the junction to the air
    double efficiencyPercent = 85; ///< of a switching one or a boost converter
    bool isDecoupled = false; ///< has its capacitors close by

    bool operator==(const RegulatorSpec&) const = default;
};

template <class Archive> void describe(Archive& a, RegulatorSpec& r)
{
    a.choice("kind", r.kind, regulatorKindWords);
    a.quantity("output", r.output, "V", Range::positive());
    a.quantity("dropOut", r.dropOut, "V", Range::notNegative());
    if (r.kind == RegulatorKind::Boost)
        a.optionalQuantity("inputLeast", r.inputLeast, "V", Range::positive());
    a.quantity("inputMost", r.inputMost, "V", Range::positive());
    a.quantity("limit", r.limit, "A", Range::positive());
    a.quantity("quiescent", r.quiescent, "A", Range::notNegative());
    a.number("kelvinPerWatt", r.kelvinPerWatt, {0, 1000});
    a.number("efficiencyPercent", r.efficiencyPercent, {0, 100, true});
    a.flag("decoupled", r.isDecoupled);
}

/// A light-emitting diode at a pin.
struct EmitterSpec {
    Quantity forward{2, "V"};
    Quantity most{20, "mA"}; ///< that it bears for long
    Quantity resistor{0, "ohm"}; ///< in series; 0 is none

    bool operator==(const EmitterSpec&) const = default;
};

template <class Archive> void describe(Archive& a, EmitterSpec& e)
{
    a.quantity("forward", e.forward, "V", Range::positive());
    a.quantity("most", e.most, "A", Range::positive());
    a.quantity("resistor", e.resistor, "ohm", Range::notNegative());
}

} // namespace fern
