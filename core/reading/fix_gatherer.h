#pragma once
// The sentences of one instant, put together: what they say is one fix. Receivers tell one instant
// in several sentences, in any order, from several talkers, and now and then one sentence late.

#include "reading/nmea.h"

#include <deque>
#include <optional>
#include <string>
#include <vector>

namespace fern {

struct GatheredFix {
    ReceiverState
        state; ///< hasFix: true when a sentence told a valid fix, false when one denied it
    std::size_t sentence = 0; ///< the number of its first one, as the caller counts
};

class FixGatherer {
public:
    /// Takes a sentence; `number` counts them.
    void take(const NmeaSentence& sentence, std::size_t number);
    /// Takes out the next fix that no sentence will add to; empty when there is none yet. With
    /// `isEnd` nothing more comes.
    std::optional<GatheredFix> next(bool isEnd);

private:
    struct Open {
        GatheredFix fix;
        ReceiverState unsure; ///< told by sentences that do not say whether there is a fix
        bool isDenied = false;
        std::vector<std::string> heard; ///< talkers and types
    };
    Open& openFor(const ReceiverState& news, const std::string& name, std::size_t number);

    std::deque<Open> m_open; ///< in the order of their first sentences
    std::size_t m_current = 0; ///< the one that took the last sentence
};

} // namespace fern
