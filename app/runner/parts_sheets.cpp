#include "app/runner/parts_sheets.h"

#include "instrument/wiring_table.h"
#include "plan/wiring.h"

namespace fern::app {

PartsSheets partsSheetsOf(const Instrument& instrument, const PlainInstrument& plain)
{
    return {partsLadder(instrument, plain), comparisonsOf(instrument, plain), partsList(instrument),
        wiringTable(instrument), cautionsOf(instrument, plain), openLineCount(instrument)};
}

} // namespace fern::app
