#pragma once
// What is to be bought or found in a drawer, with what it costs.

#include "instrument/instrument.h"
#include "signal/csv.h"

#include <string>
#include <vector>

namespace fern {

struct PartsListRow {
    int count = 1;
    std::string what; ///< class of the part, "resistor 47 kΩ, 1 %"
    std::string where; ///< "House battery, Bus A"
    std::string each; ///< price as typed; empty when nobody has told it
};

struct PartsList {
    std::vector<PartsListRow> rows; ///< parts in the order of the file, then small components
    std::string cost; ///< of the rows with a price, one sum a currency: "31.20 €"; empty without
    int withoutPrice = 0; ///< rows
};

/// Returns the parts, and the resistors and capacitors of front ends, buses and emitters; equal
/// ones in one row.
PartsList partsList(const Instrument& in);

/// Returns the list with the columns count, part, where, price each, price.
TextTable tableOf(const PartsList& list);

} // namespace fern
