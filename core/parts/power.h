#pragma once
// Who feeds whom, how much flows, and how long the battery lasts.

#include "parts/spec.h"

#include <memory>
#include <string>
#include <vector>

namespace fern {

/// Parts as the document holds them.
using PartList = std::vector<std::shared_ptr<const Part>>;

/// The states that share a part's time.
enum class Draw {
    Average, ///< active, asleep and idle by their shares of the time
    Active, ///< while it works
    Least, ///< in the calmest of the states that have a share of the time
};

/// Returns the current that a part draws, in ampere; 0 when nobody has told it. A light emitter
/// draws what its resistor lets through from the part that feeds it.
double currentOf(const PartList& parts, const Part& part, Draw draw);

/// Returns whether a part holds a charge: a battery or power bank.
bool isStore(const Part& part);

/// Returns the capacity of a part that holds a charge, as printed on it.
const Quantity& capacityOf(const Part& store);

/// Returns the energy that it holds, in joule, before any loss.
double energyOf(const Part& store);

/// Returns the first battery, power bank or supply from outside: what feeds it all. Null when there
/// is none.
const Part* mainSource(const PartList& parts);

/// Returns the part that feeds another: the named one, else the first board, and for a board or
/// regulator the main source. Null when there is none.
const Part* feederOf(const PartList& parts, const Part& part);

/// Returns whether a part hangs on another one, through whatever feeds it.
bool hangsOn(const PartList& parts, const Part& part, const Part& source);

/// Returns the voltage that a part is made to give to others; 0 when it gives none.
double outputVolts(const Part& part);

/// Returns whether a board with a regulator is fed at its supply pin, past the regulator: what
/// feeds it gives the board's supply, within a tenth, and too little for the regulator.
bool bypassesRegulator(const PartList& parts, const Part& board);

/// Returns the voltage that a part gives where it stands: a board that is fed past its regulator
/// passes on what it gets.
double railVolts(const PartList& parts, const Part& part);

/// Returns the voltage at the input of a part, in volt; NaN when nothing feeds it.
double inputVolts(const PartList& parts, const Part& part);

/// Returns the least input, in volt, at which a regulator gives its output.
double leastInput(const RegulatorSpec& regulator);

/// What flows out of one part, all in SI units.
struct RailLoad {
    const Part* source = nullptr;
    double volts = 0;
    double average = 0; ///< ampere
    double peak = 0; ///< ampere, with everything active at once
    double least = 0; ///< ampere, with everything in its calmest state
    double limit = 0; ///< ampere; 0 is not told
};

/// Returns the load of every part that feeds others or has a limit, in the order of the list. What
/// a linear regulator gives it also takes, plus its quiescent current; others take
/// Vout·Iout/(Vin·efficiency). A board without a regulator, or fed past it, passes the current on.
/// A loop of feeders is cut where it closes.
std::vector<RailLoad> railLoads(const PartList& parts);

/// Returns the heat in a linear regulator, (Vin − Vout)·I + Vin·Iq, in watt.
double regulatorHeat(const RegulatorSpec& regulator, double inputVolts, double ampere);

/// How long it runs.
struct RunTime {
    std::string source; ///< id of battery or bank; empty without one
    double averageAmpere = 0; ///< out of battery or bank
    double lostAmpere = 0; ///< what the self-discharge of a battery is worth
    double usableCoulomb = 0; ///< at that voltage
    std::string
        endsAt; ///< id of the part that gives up first while the voltage falls; may be empty
    double endVolts = 0; ///< at which it does
    double seconds() const { return usableCoulomb / (averageAmpere + lostAmpere); }
};

/// Returns the run time of each battery and power bank, in their order; averageAmpere is 0 where no
/// part names a current. A bank's cell gives capacity · cell voltage · efficiency at its output. A
/// battery gives its usable share, or less where its voltage falls below what a part at it needs
/// before.
std::vector<RunTime> runTimes(const PartList& parts);

/// Returns the shortest of them; of those on which nothing is known to hang the first.
RunTime runTimeOf(const PartList& parts);

} // namespace fern
