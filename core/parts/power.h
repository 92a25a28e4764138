#pragma once
// Who feeds whom, how much flows, and how long the battery lasts.

#include "parts/spec.h"

#include <memory>
#include <string>
#include <vector>

namespace fern {

/// Parts as the document holds them.
using PartList = std::vector<std::shared_ptr<const Part>>;

/// Returns the current that a part draws on average, in ampere: active, asleep and idle by their
/// shares of the time. 0 when nobody has told it.
double averageCurrent(const Part& part);

/// Returns the current while it works, in ampere.
double activeCurrent(const Part& part);

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

/// Returns the voltage that a part gives to others; 0 when it gives none.
double outputVolts(const Part& part);

/// Returns the voltage at a regulator's or board's input, in volt; NaN when nothing feeds it.
double inputVolts(const PartList& parts, const Part& part);

/// What flows out of one part, all in SI units.
struct RailLoad {
    const Part* source = nullptr;
    double volts = 0;
    double average = 0; ///< ampere
    double peak = 0; ///< ampere, with everything active at once
    double limit = 0; ///< ampere; 0 is not told
};

/// Returns the load of every part that feeds others or has a limit, in the order of the list. What
/// a linear regulator gives it also takes, plus its quiescent current; a switching one takes
/// Vout·Iout/(Vin·efficiency). A board without a regulator passes the current on. A loop of feeders
/// is cut where it closes.
std::vector<RailLoad> railLoads(const PartList& parts);

/// Returns the heat in a linear regulator, (Vin − Vout)·I + Vin·Iq, in watt.
double regulatorHeat(const RegulatorSpec& regulator, double inputVolts, double ampere);

/// How long it runs.
struct RunTime {
    std::string source; ///< id of battery or bank; empty without one
    double averageAmpere = 0; ///< out of battery or bank
    double usableCoulomb = 0; ///< at that voltage
    double seconds() const { return usableCoulomb / averageAmpere; }
};

/// Returns the run time of the first battery or power bank; averageAmpere is 0 when no part names a
/// current. A bank's cell gives capacity · cell voltage · efficiency at its output.
RunTime runTimeOf(const PartList& parts);

} // namespace fern
