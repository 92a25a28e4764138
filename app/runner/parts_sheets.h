#pragma once
// What the Parts place shows of an instrument: plain snapshots, made by the worker.

#include "instrument/parts_list.h"
#include "judge/cautions.h"
#include "judge/parts_ladder.h"
#include "plan/comparison.h"

namespace fern::app {

struct PartsSheets {
    PartsLadder ladder;
    std::vector<Comparison> comparisons;
    PartsList list;
    TextTable wiring;
    std::vector<Caution> cautions;
    std::size_t openLines = 0; ///< channels and lines that want a pin
};

PartsSheets partsSheetsOf(const Instrument& instrument, const PlainInstrument& plain);

} // namespace fern::app
