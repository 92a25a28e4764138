#pragma once
// Settings that the user changes, and outputs that follow a value.

#include "instrument/resolve.h"
#include "run/heard_code.h"

#include <string>
#include <string_view>

namespace fern {

/// What the firmware keeps of a setting.
struct SettingState {
    double value = 0; ///< in its unit
    std::string typed; ///< by its keys, and not confirmed

    bool operator==(const SettingState&) const = default;
};

/// Returns what is typed of a setting as a number in its unit, or its value when nothing is.
double entryOf(const SettingState& state);

/// A key of a setting's channel was pressed. A digit is accepted as long as the number may still
/// lie within the limits; confirming takes a number within them, and drops every other one.
Hearing hearSetting(const Setting& setting, SettingState& state, std::string_view name);

/// Returns the value of a setting, in its unit, so many whole steps up or down. At a limit it
/// stays, or begins at the other one.
double settingStepped(const Setting& setting, double value, int by);

/// Returns the value of a setting, in its unit, after its channel has given a code with that name:
/// one step up or down, or on to the next preset. At a limit it stays, or begins at the other one.
double settingAfter(const Setting& setting, double value, std::string_view name);

/// Returns a straight line from `lowTo` at `low` to `highTo` at `high`, which stops at both ends;
/// the two differ.
double stoppedLine(double value, double low, double high, double lowTo, double highTo);

/// Returns what an output makes of a value (SI units), in the unit of its ends: a straight line
/// that stops at both ends.
double outputOf(const PlainOutput& output, double value);

/// Returns the pulse in seconds that turns a servo to an angle in degrees, as its travel says.
double pulseOf(const ServoTravel& servo, double degrees);

} // namespace fern
