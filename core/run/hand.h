#pragma once
// What a person does at the simulated instrument: keys that are pressed beside the scenario.

#include "instrument/resolve.h"

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
    /// Takes back what was done after an instant.
    void forgetAfter(double seconds);
    /// Adds what was done to the events of the channels that there are.
    void addTo(PlainInstrument& instrument) const;

private:
    struct Done {
        std::string channel;
        std::string what;
        double from = 0, to = 0; ///< seconds
    };
    std::vector<Done> m_done; ///< in the order of time
};

} // namespace fern
