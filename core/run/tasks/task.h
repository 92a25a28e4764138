#pragma once
// What a program is made of.

#include "base/ticks.h"
#include "reading/counting.h"
#include "run/heard_code.h"
#include "signal/tap.h"
#include "world/device.h"

#include <memory>
#include <string>

namespace fern {

class Turn;

/// A part of the firmware's program, or of the world beside it that the program hears of. Tasks
/// stand in the order in which the loop visits them; a copy goes on from the same instant.
class Task {
public:
    virtual ~Task() = default;
    virtual std::unique_ptr<Task> clone() const = 0;

    /// Puts its first events into the queue.
    virtual void begin(Turn& /*turn*/) { }
    /// When the loop is to run it next; maxTicks: never by itself.
    virtual Ticks due() const { return maxTicks; }
    /// Runs it, now that it is due; returns when the processor is done with it.
    virtual Ticks run(Turn& turn) = 0;
    /// What it let happen later happens now; `part` says which of its events.
    virtual void happen(Turn& /*turn*/, int /*part*/) { }

    /// Gives it a number at a tap, or bytes, at an instant that has not passed; not every task
    /// takes them.
    virtual void deliver(Turn& /*turn*/, Tap /*tap*/, Ticks /*at*/, double /*value*/) { }
    virtual void deliverBytes(Turn& /*turn*/, const Sent& /*sent*/) { }

    /// Tells of looks at the pins in idle turns of the loop.
    virtual void look(const Looks& /*looks*/) { }
    /// Returns how often it interrupts the processor about now.
    virtual double interruptsPerSecond(Ticks /*now*/) const { return 0; }
    /// Tells of a time in which interrupts are off.
    virtual void blind(const Blind& /*blind*/) { }
    /// Tells that the scenario goes on in another way: its courses and events differ from now on,
    /// and nothing else.
    virtual void follow(Turn& /*turn*/) { }
    /// Tells that the number of a channel has changed.
    virtual void changed(Turn& /*turn*/, std::size_t /*channel*/) { }
    /// Tells once that a channel has given a code; returns whether it was counted.
    virtual bool counted(Turn& /*turn*/, const HeardCode& /*heard*/) { return false; }
    /// Asks what a code did; not every meaning is asked for at once.
    virtual Hearing hear(Turn& /*turn*/, const HeardCode& /*heard*/) { return Hearing::NotMeant; }
    /// Tells that a code of a channel did something.
    virtual void accepted(std::size_t /*channel*/) { }
};

} // namespace fern
