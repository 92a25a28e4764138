#pragma once
// Fixes that bring a wished range onto the converter's: other resistors, another range of its gain.

#include "judge/findings.h"

namespace fern {

/// The end of the wished range that puts the most volts on the pin, and those volts.
struct HighEnd {
    double quantity = 0; ///< SI units
    double volts = 0;
};
HighEnd highEnd(const PlainChannel& channel);

/// Returns a front end from E24 values that uses the converter's range best; none when it is there
/// already, or where the voltage is hazardous.
std::optional<FrontEndSpec> betterFrontEnd(const Instrument& in, const PlainChannel& channel);
Fix frontEndFix(const PlainChannel& channel, const FrontEndSpec& frontEnd);

/// Returns the finest range of the converter's gain, in volts, that still takes so many; none when
/// it is set already.
std::optional<double> betterRange(const PlainChannel& channel, double volts);
Fix rangeFix(const PlainChannel& channel, double range);

/// Returns the fix by resistors, where there is a better front end.
std::optional<Fix> resistorFix(const Instrument& in, const PlainChannel& channel);

/// Returns the fix that brings the wished range onto the converter's: of its gain where it has one,
/// else of the resistors.
std::optional<Fix> fittingFix(const Instrument& in, const PlainChannel& channel);

} // namespace fern
