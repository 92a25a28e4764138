#pragma once
// The page that says why there is no number, and which of them a display lacks.

#include "instrument/resolve.h"

#include <string_view>
#include <vector>

namespace fern {

/// Returns the channel that a page is about: the one that it waits for, else the first that it
/// shows, else the instrument's first.
std::size_t channelOf(const PlainInstrument& instrument, const PlainPage& page);

/// Returns a page that says in the characters of the display what is the matter with a channel, as
/// large as it fits; it comes to the front when that is so. Its id is the instrument's to give.
Page statePage(const PlainDisplay& display, const PlainChannel& channel, PageComes comes);

/// Returns what people say of a condition: "nothing has come for 5 s".
std::string conditionText(const PageCondition& when);

/// Returns whether the value of a channel can grow old, though the board is on: something outside
/// of the board tells it, or what it is made of anew at each sample.
bool canFallSilent(const PlainInstrument& instrument, std::size_t channel);
/// Returns whether samples of a channel may have no value.
bool canHaveNoValue(const PlainInstrument& instrument, std::size_t channel);

/// Returns the conditions that can come and that neither a text on the page nor a page of its own
/// tells the reader of; of a channel that the page shows.
std::vector<PageComes> untoldStates(const PlainInstrument& instrument, const PlainDisplay& display,
    const PlainPage& page, std::size_t channel);

} // namespace fern
