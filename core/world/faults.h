#pragma once
// What goes wrong at one channel. Each effect can be read at any instant: it depends on nothing but
// the seed, the time and the index of the sample.

#include "base/random.h"
#include "world/spec.h"

#include <limits>
#include <string_view>
#include <vector>

namespace fern {

/// The resistor that holds a pin while nothing else is on it.
struct PinHold {
    double ohms = std::numeric_limits<double>::infinity();
    double volts = 0; ///< to which it goes
};

/// Returns the volts of a pin that nothing holds: it drifts about the middle of its reference and
/// couples the mains. `phase`, in turns, makes one pin differ from another.
double floatingVolts(double seconds, double reference, double hertz, double phase);

class Faults {
public:
    Faults() = default;
    Faults(const std::vector<FaultSpec>& faults, std::uint64_t seed, std::string_view channel);

    bool isOn(FaultKind kind, double seconds) const { return find(kind, seconds) != nullptr; }

    /// Returns the time whose truth the sensor shows: that of the fault's begin while it is stuck.
    double seenSeconds(double seconds) const;

    /// Returns what drift and a loose wire make of the volts at a pin with that reference. What
    /// holds the pin holds it the better, the less ohms it has.
    double lasting(double seconds, double volts, double reference, const PinHold& hold = {}) const;

    /// Returns the volts with noise, hum, spikes and dropouts of the sample with that index. Hum
    /// and spikes come through a capacitor at the pin with that time constant, in seconds.
    double disturbed(
        double seconds, std::int64_t index, double volts, double timeConstant = 0) const;

    double phase() const { return m_phase; } ///< turns

    /// Returns whether what a device says with that index arrives damaged.
    bool isDamaged(double seconds, std::int64_t index) const;

private:
    struct Known {
        FaultSpec spec;
        double amount = 0; ///< SI units
    };
    const Known* find(FaultKind kind, double seconds) const;
    /// A hum of its own phase, −1 … 1, behind a low-pass.
    double hum(double seconds, double hertz, double timeConstant = 0) const;

    std::vector<Known> m_faults;
    RandomStream m_noise{0, "", ""};
    RandomStream m_chance{0, "", ""};
    double m_phase = 0;
};

} // namespace fern
