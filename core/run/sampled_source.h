#pragma once
// What the firmware finds when it samples a source that is no plain analog one: volts of a waveform
// or of a key ladder, a count of pulses, a contact, the clock.

#include "instrument/resolve.h"
#include "reading/counting.h"
#include "run/channel_run.h"
#include "world/pulse_train.h"

#include <memory>
#include <optional>
#include <string>

namespace fern {

struct Sampling {
    Tap tap = Tap::Reading;
    double value = notThere;
    double world = notThere; ///< the truth, SI units
    std::int64_t counted = 0; ///< pulses since the begin, of a pulse source
    std::vector<Ticks> countedAt{}; ///< the last of them
};

class SampledSource {
public:
    virtual ~SampledSource() = default;
    virtual std::unique_ptr<SampledSource> clone() const = 0;

    virtual Sampling sample(Ticks now) = 0;
    /// Tells of looks at the pin in idle turns of the loop.
    virtual void look(const Looks& /*looks*/) { }
    /// Returns how often it interrupts the processor about now.
    virtual double interruptsPerSecond(Ticks /*now*/) const { return 0; }
    /// Tells of a time in which interrupts are off.
    virtual void blind(const Blind& /*blind*/) { }
    /// Goes on with another course or other events; the rest of the channel is as it was.
    virtual void follow(const PlainChannel& /*channel*/, const PlainInstrument& /*instrument*/) { }
    /// Returns the code that a reading brings; empty when it is no news.
    virtual std::string newCode(Ticks /*now*/, double /*reading*/) { return {}; }
};

/// Returns null for an analog, told or derived source. `start` is when the run begins.
std::unique_ptr<SampledSource> makeSampledSource(
    const PlainChannel& channel, const PlainInstrument& instrument, Ticks start);

/// Returns whether what a channel gives depends on everything that came before: codes, a total, or
/// what is gathered from another one.
bool remembersEverything(const PlainChannel& channel);
/// Returns whether one of the channels does: then a run must begin at zero.
bool remembersEverything(const PlainInstrument& instrument);

/// Returns the pulses of a pulse channel, which may be those of a wheel that another channel's
/// course turns, or the beats of a waveform.
PulseTrain pulseTrainOf(const PlainChannel& channel, const PlainInstrument& instrument);

} // namespace fern
