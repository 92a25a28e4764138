#pragma once
// What a person does at the simulated instrument, beside the scenario: keys that are pressed, a
// quantity that is held at a value.

#include "instrument/resolve.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// A push-button, a switch position or a label that a person can use.
struct HandKey {
    std::string channel; ///< id
    std::string words; ///< on it
    std::string what; ///< the event that it makes

    bool operator==(const HandKey&) const = default;
};

/// Returns the keys of every channel of codes, in the order of the channels.
std::vector<HandKey> handKeys(const Instrument& instrument);

class HandEvents {
public:
    /// A key goes down, and stays down until it is released.
    void press(std::string_view channel, std::string_view what, double seconds);
    /// It goes up again; a key that is not down stays as it is.
    void release(std::string_view channel, std::string_view what, double seconds);
    /// The quantity of a channel stays at a value, in SI units, until it is let go or held at
    /// another one.
    void hold(std::string_view channel, double si, double seconds);
    /// It follows its course again; one that is not held stays as it is.
    void letGo(std::string_view channel, double seconds);
    /// Returns the value that a channel is held at; none of one that follows its course.
    std::optional<double> heldAt(std::string_view channel) const;
    /// Takes back what was done after an instant.
    void forgetAfter(double seconds);
    /// Adds what was done to the events and courses of the channels that there are.
    void addTo(PlainInstrument& instrument) const;

private:
    struct Done {
        std::string channel;
        std::string what;
        double from = 0, to = 0; ///< seconds
    };
    struct Held {
        std::string channel;
        double value = 0; ///< SI units
        double from = 0, to = 0; ///< seconds; infinite while it is held
    };
    std::vector<Done> m_done; ///< in the order of time
    std::vector<Held> m_held; ///< in the order of time
};

} // namespace fern
