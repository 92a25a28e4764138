#pragma once
// One channel's way from the world to the smoothed value. Samples enter at any tap: simulation at
// the world, recordings and live ports at the tap they were taken at.

#include "base/ticks.h"
#include "instrument/resolve.h"
#include "reading/beat_detector.h"
#include "reading/converter.h"
#include "scale/from_parts.h"
#include "signal/capture.h"
#include "smooth/chain.h"
#include "world/analog_truth.h"
#include "world/faults.h"

#include <limits>
#include <optional>

namespace fern {

constexpr double notThere = std::numeric_limits<double>::quiet_NaN();

/// What one sample is at each stage, in SI units; NaN where the stage has no value.
struct StageValues {
    double world = notThere;
    double pin = notThere; ///< volts
    double reading = notThere; ///< code
    double scaled = notThere;
    double smoothed = notThere;
};

/// Returns the assumed scaling of the channel: what its file says, else the nominal one.
Scaling scalingOf(const PlainChannel& channel);
/// Returns the scaling from the nominal parts, from pulses, or from the unit in which a device
/// tells its numbers.
Scaling nominalScalingOf(const PlainChannel& channel);

/// The readings that a channel can have, or in its wished range where nothing else bounds them.
struct ReadingRange {
    double least = 0, most = 1;
    double step = 1; ///< between neighbours; 0 where it is not known
};
ReadingRange readingsOf(const PlainChannel& channel);

/// Returns the smallest change that a reading can show at `quantity`, in the channel's SI unit: one
/// count through the local slope of the nominal parts, one pulse in the gate, one sample between
/// beats, the last digit told; 0 where it is not known.
double countAt(const PlainChannel& channel, double quantity);

/// Returns the code that the nominal parts give at `quantity` (SI unit).
std::int64_t nominalCode(const PlainChannel& channel, double quantity);

/// Returns the reading that the nominal parts, or a device that tells rightly, give at `quantity`
/// (SI unit).
double nominalReading(const PlainChannel& channel, double quantity);

/// Returns the channel's smoothing as it runs: a spike gate that names no least deviation takes one
/// step of the reading at the middle of the wished range.
std::vector<StepSpec> runningSteps(const PlainChannel& channel);

/// Returns the seconds that a sample keeps the processor: a board waits for its conversion; from a
/// module, which converts beside it, a code is fetched: over I²C one byte is written and the code's
/// bytes are read, over lines of its own one clock of 20 µs a bit.
double fetchSeconds(const PlainChannel& channel);

/// Returns the seconds that asking a module for a conversion keeps the processor: over I²C its
/// settings are written, three bytes; over lines of its own it comes with the clocks of the code.
double askSeconds(const PlainChannel& channel);

/// Returns the converter of the channel.
Converter converterOf(const PlainChannel& channel);

/// What the world does to one sample beside what it measures. The default gives the twin without
/// noise, at which only lasting faults count.
struct Disturbance {
    const Faults* faults = nullptr;
    double noiseDeviate = 0; ///< standard normal, that the pin's noise is made of
    bool isNoisy = false;
    std::int64_t slot = 0; ///< of the sampling grid, or the number of a module's conversion
    std::optional<Ticks> converted{}; ///< when a module took the input; none: as the sample comes
    double otherVolts = notThere; ///< of the input that a converter was switched from
    double otherShare = 0; ///< of it that is left in the conversion
};

class ChannelRun {
public:
    ChannelRun(const PlainChannel& channel, std::uint64_t seed);

    /// Takes a sample at `at`, not earlier than the one before. At the pin tap `value` is without
    /// noise, and the disturbance counts.
    StageValues accept(Tap tap, Ticks at, double value, const Disturbance& disturbance = {});

private:
    double disturbedPin(Ticks at, double volts, const Disturbance& disturbance) const;
    /// What is converted: of an input that has not settled, still some of the one before it.
    double convertedVolts(double volts, const Disturbance& disturbance) const;
    /// The volts behind the capacitor at the pin, when its resistor was at `volts` since the last.
    double lowPassed(Ticks at, double volts);

    NumberKind m_numberKind;
    bool m_isConverted; ///< a converter reads it: what is true becomes volts
    double m_pinFarad;
    double m_timeConstant = 0; ///< seconds, of the capacitor at the pin
    double m_sourceVolts = notThere, m_pinVolts = notThere; ///< before and behind it, last
    PinHold m_hold;
    std::optional<BeatDetector> m_beats; ///< of a waveform
    Unit m_unit; ///< in which the board computes from Scale on
    Converter m_converter;
    AnalogTruth m_truth;
    Scaling m_scaling;
    Chain m_chain;
    Ticks m_lastAt, m_lastPinAt;
    bool m_started = false;
};

} // namespace fern
