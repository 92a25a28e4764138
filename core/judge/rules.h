#pragma once
// The rules themselves; findings.cpp lists them.

#include "judge/findings.h"

namespace fern {

using Findings = std::vector<Finding>;

// rules_reading.cpp
void checkInputTooHigh(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkClipped(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRangeHardlyUsed(const Instrument& in, const PlainInstrument& plain, Findings& out);

// rules_text.cpp
void checkMoreDigitsThanHonest(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDoesNotFitField(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkWiderThanGlass(const Instrument& in, const PlainInstrument& plain, Findings& out);

// rules_timing.cpp
void checkSmoothingTooLate(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkFasterThanEyes(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOlderThanWished(const Instrument& in, const PlainInstrument& plain, Findings& out);

} // namespace fern
