#pragma once
// What the file says about which page of a display is shown: pages that are turned, pages that come
// to the front by themselves, and pages by the time of day.

#include "base/archive.h"

#include <array>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// When a page is shown.
enum class PageComes {
    Turned, ///< it is one of those that are turned
    AtStart, ///< for a time after power-on
    NotYet, ///< nothing has come of a channel since power-on
    NoDevice, ///< and has not for a time
    Searching, ///< something comes of it, and has never had a value
    Fault, ///< something comes of it, and for a time has had no value any more
    Stale, ///< it had come, and for a time nothing has
    Told, ///< the newest code of a channel has a name
    Alarm, ///< its value is beyond limits
};
constexpr std::size_t pageComesKinds = 9;
inline constexpr Words<pageComesKinds> pageComesWords{"turned to", "at start", "not yet",
    "no device", "searching", "fault", "stale", "told", "alarm"};

struct PageComesTraits {
    bool hasChannel, hasTime, hasName, hasLimits;
};
/// In the order of PageComes.
inline constexpr std::array<PageComesTraits, pageComesKinds> pageComesTraits{{
    {false, false, false, false},
    {false, true, false, false},
    {true, false, false, false},
    {true, true, false, false},
    {true, false, false, false},
    {true, true, false, false},
    {true, true, false, false},
    {true, false, true, false},
    {true, false, false, true},
}};
constexpr const PageComesTraits& traitsOf(PageComes comes)
{
    return pageComesTraits[static_cast<std::size_t>(comes)];
}

/// When a page comes to the front. Of several that do so at once the first of the display is shown.
struct PageCondition {
    PageComes comes = PageComes::Turned;
    std::string channel;
    Quantity time{5, "s"};
    std::string name; ///< of a code
    double least = 0, most = 100; ///< limits of an alarm, in the unit of its channel
    double clears = 0; ///< so far within them again an alarm is over, at least 0

    const PageComesTraits& traits() const { return traitsOf(comes); }
    bool operator==(const PageCondition&) const = default;
};

template <class Archive> void describe(Archive& a, PageCondition& c)
{
    a.choice("comes", c.comes, pageComesWords);
    const auto& traits = c.traits();
    if (traits.hasChannel)
        a.text("channel", c.channel);
    if (traits.hasTime)
        a.quantity("time", c.time, "s", {0, 86400});
    if (traits.hasName)
        a.text("name", c.name);
    if (traits.hasLimits) {
        a.number("least", c.least, {-1e12, 1e12});
        a.number("most", c.most, {-1e12, 1e12});
        a.number("clears", c.clears, {0, 1e12});
        if (Archive::isReading && c.least >= c.most)
            a.failAt("most", "the most must be larger than the least");
        else if (Archive::isReading && 2 * c.clears >= c.most - c.least)
            a.failAt("clears", "an alarm must be over somewhere between its limits");
    }
}

/// How the pages of a display are turned.
struct PageTurning {
    std::string by; ///< the channel of codes that turns them; empty: none does
    std::string next, previous; ///< names of its codes
    Quantity every{0, "s"}; ///< to the next by itself; 0 s: never

    bool operator==(const PageTurning&) const = default;
};

template <class Archive> void describe(Archive& a, PageTurning& t)
{
    a.text("by", t.by);
    a.text("next", t.next);
    a.text("previous", t.previous);
    a.quantity("every", t.every, "s", {0, 86400});
}

constexpr int minutesOfDay = 24 * 60;

/// Returns the minute of the day, 0 to 1439, of "7:30" or "07:30"; -1 for what is none.
int minuteOf(std::string_view clockTime);
/// Returns a minute of the day as "07:30".
std::string clockTimeOf(int minute);

/// From a time of day on, until the next part begins, only these pages are turned.
struct DayPart {
    std::string from = "00:00";
    std::string pages; ///< ids, with blanks between them
    Quantity each{0, "s"}; ///< how long one is shown; 0 s: as the display turns them
    int brightness = 100; ///< percent of the display's own

    bool operator==(const DayPart&) const = default;
};

template <class Archive> void describe(Archive& a, DayPart& p)
{
    a.text("from", p.from);
    if (Archive::isReading && minuteOf(p.from) < 0)
        a.failAt("from", "\"" + p.from + "\" is no time of day, such as \"07:30\"");
    a.text("pages", p.pages);
    a.quantity("each", p.each, "s", {0, 86400});
    a.optionalInteger("brightness", p.brightness, 100, 0, 100);
}

/// The pages by the time of day. Without parts there is no plan.
struct DayPlan {
    std::string clock; ///< the channel that tells the seconds of the day
    std::vector<DayPart> parts; ///< in the order of the day

    bool operator==(const DayPlan&) const = default;
};

template <class Archive> void describe(Archive& a, DayPlan& p)
{
    a.text("clock", p.clock);
    a.list("parts", p.parts);
    if constexpr (Archive::isReading)
        for (std::size_t i = 1; !a.failed() && i < p.parts.size(); ++i)
            if (minuteOf(p.parts[i].from) <= minuteOf(p.parts[i - 1].from))
                a.failAt("parts", "each part of a day begins later than the one before");
}

/// Returns the part that counts at a minute of the day: the last that has begun, of today or of
/// yesterday. The plan has parts.
std::size_t partAt(const DayPlan& plan, int minute);

} // namespace fern
