#pragma once
// Edits of when pages are shown: what brings one to the front, how they are turned, and the day
// plan of a display. Each returns the changed instrument; an error says why it cannot be.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string_view>
#include <vector>

namespace fern {

/// Returns the figures of a page's condition; empty when the page is not there.
std::vector<Parameter> conditionParameters(const Instrument& in, std::string_view page);
/// Sets one of them from what a maker types. A condition that first needs a channel takes one that
/// the page shows, else the first that fits.
Result<Instrument> withConditionParameter(
    const Instrument& in, std::string_view page, std::string_view path, std::string_view text);

/// Returns how the pages of a display are turned, whose pages they are, and its brightness; empty
/// when the display is not there.
std::vector<Parameter> turningParameters(const Instrument& in, std::string_view display);
Result<Instrument> withTurningParameter(
    const Instrument& in, std::string_view display, std::string_view path, std::string_view text);

/// Sets the channel of a display's day plan: a clock.
Result<Instrument> withDayClock(
    const Instrument& in, std::string_view display, std::string_view channel);
/// Adds a part to the day plan in the middle of its longest part, with the same pages; the first
/// begins the plan with all pages that are turned. A plan without a clock takes the first there is.
Result<Instrument> withNewDayPart(const Instrument& in, std::string_view display);
Result<Instrument> withoutDayPart(const Instrument& in, std::string_view display, std::size_t part);
/// Lets a part begin at another minute of the day, at least `leastDayPart` minutes from those
/// beside it; it can pass midnight.
Result<Instrument> withDayPartFrom(
    const Instrument& in, std::string_view display, std::size_t part, int minute);
constexpr int leastDayPart = 5;
/// Puts a page into a part of the day, or takes it out.
Result<Instrument> withPageInDayPart(const Instrument& in, std::string_view display,
    std::size_t part, std::string_view page, bool isIn);
/// Returns how long each page of a part is shown, and how bright.
std::vector<Parameter> dayPartParameters(
    const Instrument& in, std::string_view display, std::size_t part);
Result<Instrument> withDayPartParameter(const Instrument& in, std::string_view display,
    std::size_t part, std::string_view path, std::string_view text);

} // namespace fern
