#pragma once
// Where the stem of a channel can end: a reader, and the display and page that show it.

#include "instrument/resolve.h"

#include <string>
#include <vector>

namespace fern {

/// Where the stem looks: a channel, the reader at its end, and the display and page that show it.
struct StemChoice {
    std::size_t channel = 0;
    std::size_t reader = 0;
    std::size_t display = 0;
    std::size_t page = 0; ///< of the display's pages

    bool operator==(const StemChoice&) const = default;
};

/// Returns every way in which the stem of a channel can end: one for each of its readers that a
/// page shows, in the order of displays and pages.
std::vector<StemChoice> stemChoices(const PlainInstrument& instrument, std::size_t channel);

/// Returns what tells an end from the others: "helm · V · 2 decimals".
std::string endLabel(const PlainInstrument& instrument, const StemChoice& choice);

} // namespace fern
