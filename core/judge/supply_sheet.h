#pragma once
// What feeds the parts, as bars of current, and what the battery's hours are made of.

#include "instrument/resolve.h"

#include <string>
#include <vector>

namespace fern {

/// A supply that feeds others.
struct SupplyBar {
    std::string part; ///< id
    std::string title; ///< "Board, 3.3 V"
    double average = 0, peak = 0, limit = 0; ///< ampere; limit 0 is not told
    std::string words; ///< "148 mA, 190 of 300 mA at most"
};

/// What one part draws.
struct SupplyShare {
    std::string part; ///< id
    std::string title;
    double ampere = 0; ///< on average, at its own supply
    double share = 0; ///< of the sum over all parts
    std::string words; ///< "45 mA"
};

struct SupplySheet {
    std::vector<SupplyBar> bars;
    std::vector<SupplyShare> shares; ///< the largest first; parts that draw nothing are left out
    std::string hours; ///< "31 h on House battery", or what is missing for an answer
    std::string made; ///< what the hours are made of, and what they leave out
    bool isBelowWish = false;
};

SupplySheet supplySheet(const Instrument& in, const PlainInstrument& plain);

} // namespace fern
