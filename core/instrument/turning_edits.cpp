#include "instrument/turning_edits.h"

#include "base/split.h"
#include "instrument/describe.h"
#include "instrument/figures.h"
#include "instrument/offers.h"

#include <algorithm>
#include <functional>

#include <fmt/format.h>

namespace fern {

namespace {

Result<Instrument> withDisplayChanged(
    const Instrument& in, std::string_view id, const std::function<Result<void>(Display&)>& change)
{
    const auto* found = findById(in.displays, id);
    if (found == nullptr)
        return goneError("display");
    Display changed = *found;
    if (const auto done = change(changed); !done)
        return done.error();
    return withDisplay(in, changed);
}

bool isClock(const Channel& c)
{
    return c.source.kind == SourceKind::Clock;
}
bool isAny(const Channel&)
{
    return true;
}

/// The channel that a condition begins with.
std::string usualChannel(const Instrument& in, const Page& page, const PageComesTraits& traits)
{
    const auto fits = traits.hasName ? isOfCodes : isAny;
    for (const auto& field : page.fields)
        if (const auto* reader = findById(in.readers, field.reader))
            if (const auto* channel = findById(in.channels, reader->channel);
                channel != nullptr && fits(*channel))
                return channel->id;
    for (const auto& channel : in.channels)
        if (fits(*channel))
            return channel->id;
    return {};
}

std::string conditionLabel(const Parameter& row)
{
    if (row.path == "comes")
        return "it is shown";
    if (row.path == "least")
        return "below";
    if (row.path == "most")
        return "or above";
    if (row.path == "clears")
        return "clears within";
    if (row.path == "time")
        return "for";
    return row.label;
}

/// The parts of a plan, in the order of the day.
void sortParts(DayPlan& plan)
{
    std::stable_sort(plan.parts.begin(), plan.parts.end(),
        [](const DayPart& a, const DayPart& b) { return minuteOf(a.from) < minuteOf(b.from); });
}

/// Minutes from the begin of a part to the begin of the next.
int lengthOf(const DayPlan& plan, std::size_t part)
{
    const auto& next = plan.parts[(part + 1) % plan.parts.size()];
    const int length = minuteOf(next.from) - minuteOf(plan.parts[part].from);
    return length <= 0 ? length + minutesOfDay : length;
}

std::string turnedPages(const Instrument& in, std::string_view display)
{
    std::string words;
    for (const auto& page : in.pages)
        if (page->display == display && page->when.comes == PageComes::Turned)
            words += (words.empty() ? "" : " ") + page->id;
    return words;
}

std::string turningLabel(const Parameter& row)
{
    if (row.path == "mirrors")
        return "pages of";
    if (row.path == "turning/by")
        return "by";
    if (row.path == "turning/every")
        return "by itself every";
    return row.label;
}

bool isOfTurning(const Parameter& row)
{
    return row.path == "mirrors" || row.path.starts_with("turning/")
        || row.path.starts_with("dimming");
}

/// What the ends of a dimming begin with.
Dimming usualDimming(const Instrument& in)
{
    Dimming dims;
    if (!in.settings.empty()) {
        const auto& setting = *in.settings.front();
        return {setting.id, setting.least, setting.most, 10, 100};
    }
    for (const auto& channel : in.channels)
        if (isOfNumbers(*channel))
            return {channel->id, channel->wish.from, channel->wish.to, 10, 100};
    return dims;
}

/// Keeps the ends of a dimming in the unit of what it goes by.
void followUnit(const Instrument& in, Dimming& dims)
{
    const auto* setting = findById(in.settings, dims.from);
    const auto* channel = findById(in.channels, dims.from);
    const auto& unit = setting != nullptr ? setting->value.unit
        : channel != nullptr              ? unitOf(*channel)
                                          : dims.low.unit;
    if (parseUnit(unit)->dimension == parseUnit(dims.low.unit)->dimension)
        return;
    if (setting != nullptr)
        dims.low = setting->least, dims.high = setting->most;
    else
        dims.low = channel->wish.from, dims.high = channel->wish.to;
}

} // namespace

std::vector<Parameter> conditionParameters(const Instrument& in, std::string_view page)
{
    const auto* there = findById(in.pages, page);
    if (there == nullptr)
        return {};
    auto rows = rowsOf(there->when);
    for (auto& row : rows) {
        if (row.path == "channel")
            offerChannels(row, in, there->when.traits().hasName ? isOfCodes : isAny);
        if (row.path == "name")
            offerNames(row, in, there->when.channel);
        row.label = conditionLabel(row);
    }
    return rows;
}

Result<Instrument> withConditionParameter(
    const Instrument& in, std::string_view page, std::string_view path, std::string_view text)
{
    const auto* there = findById(in.pages, page);
    if (there == nullptr)
        return goneError("page");
    auto set = withFigure(there->when, path, text);
    if (!set)
        return set.error();
    auto when = *std::move(set);
    const auto& traits = when.traits();
    const auto* channel = findById(in.channels, when.channel);
    if (!traits.hasChannel)
        when.channel.clear();
    else if (channel == nullptr || (traits.hasName && !isOfCodes(*channel)))
        when.channel = usualChannel(in, *there, traits);
    if (traits.hasChannel && when.channel.empty())
        return Error{ErrorCode::InvalidArgument,
            traits.hasName ? "there is no channel of codes yet" : "there is no channel yet", ""};
    if (traits.hasLimits && !there->when.traits().hasLimits) {
        const auto& wish = findById(in.channels, when.channel)->wish;
        when.least = wish.from.value;
        when.most = fern::in(wish.to, wish.from.unit);
    }
    return withPageChanged(in, page, [&](Page& changed) { changed.when = when; });
}

std::vector<Parameter> turningParameters(const Instrument& in, std::string_view display)
{
    const auto* there = findById(in.displays, display);
    if (there == nullptr)
        return {};
    auto rows = rowsOf(*there);
    std::erase_if(rows, [&](const Parameter& row) {
        return !isOfTurning(row) || (!there->mirrors.empty() && row.path.starts_with("turning/"));
    });
    for (auto& row : rows) {
        if (row.path == "mirrors") {
            offer(row, "", "its own");
            for (const auto& other : in.displays)
                if (other.get() != there && other->mirrors.empty())
                    offer(row, other->id, other->id);
            offerItself(row);
        } else if (row.path == "turning/by") {
            offer(row, "", "nothing");
            offerChannels(row, in, isOfCodes);
        } else if (row.path == "turning/next" || row.path == "turning/previous") {
            offerNames(row, in, there->turning.by);
        } else if (row.path == "dimming/from") {
            for (const auto& setting : in.settings)
                offer(row, setting->id, setting->name);
            offerChannels(row, in, isOfNumbers);
        }
        row.label = turningLabel(row);
    }
    return rows;
}

Result<Instrument> withTurningParameter(
    const Instrument& in, std::string_view display, std::string_view path, std::string_view text)
{
    return withDisplayChanged(in, display, [&](Display& changed) -> Result<void> {
        const bool wasDimmed = changed.dimming.has_value();
        auto set = withFigure(changed, path, text);
        if (!set)
            return set.error();
        changed = *std::move(set);
        if (changed.dimming && !wasDimmed)
            changed.dimming = usualDimming(in);
        if (changed.dimming)
            followUnit(in, *changed.dimming);
        return {};
    });
}

Result<Instrument> withDayClock(
    const Instrument& in, std::string_view display, std::string_view channel)
{
    return withDisplayChanged(in, display, [&](Display& changed) -> Result<void> {
        changed.day.clock = channel;
        return {};
    });
}

Result<Instrument> withNewDayPart(const Instrument& in, std::string_view display)
{
    return withDisplayChanged(in, display, [&](Display& changed) -> Result<void> {
        auto& day = changed.day;
        if (day.clock.empty())
            for (const auto& channel : in.channels)
                if (day.clock.empty() && isClock(*channel))
                    day.clock = channel->id;
        if (day.clock.empty())
            return Error{ErrorCode::InvalidArgument,
                "a day plan goes by a clock; add a channel that is one first", ""};
        if (day.parts.empty()) {
            day.parts.push_back({"00:00", turnedPages(in, display), {0, "s"}, 100});
            return {};
        }
        std::size_t longest = 0;
        for (std::size_t i = 1; i < day.parts.size(); ++i)
            if (lengthOf(day, i) > lengthOf(day, longest))
                longest = i;
        const int length = lengthOf(day, longest);
        if (length < 2 * leastDayPart)
            return Error{ErrorCode::InvalidArgument, "there is no room for another part", ""};
        auto part = day.parts[longest];
        part.from = clockTimeOf((minuteOf(part.from) + length / 2) % minutesOfDay);
        day.parts.push_back(std::move(part));
        sortParts(day);
        return {};
    });
}

namespace {

Result<Instrument> withDayPartChanged(const Instrument& in, std::string_view display,
    std::size_t part, const std::function<Result<void>(DayPlan&, DayPart&)>& change)
{
    return withDisplayChanged(in, display, [&](Display& changed) -> Result<void> {
        if (part >= changed.day.parts.size())
            return goneError("part of the day");
        return change(changed.day, changed.day.parts[part]);
    });
}

} // namespace

Result<Instrument> withoutDayPart(const Instrument& in, std::string_view display, std::size_t part)
{
    return withDayPartChanged(in, display, part, [part](DayPlan& day, DayPart&) -> Result<void> {
        day.parts.erase(day.parts.begin() + static_cast<std::ptrdiff_t>(part));
        return {};
    });
}

Result<Instrument> withDayPartFrom(
    const Instrument& in, std::string_view display, std::size_t part, int minute)
{
    return withDayPartChanged(in, display, part, [=](DayPlan& day, DayPart& own) -> Result<void> {
        const auto count = day.parts.size();
        const int wanted = (minute % minutesOfDay + minutesOfDay) % minutesOfDay;
        if (count > 1) {
            // Between the begins of the parts beside it, seen from the one before.
            const auto& before = day.parts[(part + count - 1) % count];
            const int begin = minuteOf(before.from);
            const int end = lengthOf(day, (part + count - 1) % count) + lengthOf(day, part);
            const int from = (wanted - begin + minutesOfDay) % minutesOfDay;
            if (from < leastDayPart || from > end - leastDayPart)
                return Error{ErrorCode::InvalidArgument,
                    fmt::format("a part of the day lasts at least {} min", leastDayPart), ""};
        }
        own.from = clockTimeOf(wanted);
        sortParts(day);
        return {};
    });
}

Result<Instrument> withPageInDayPart(const Instrument& in, std::string_view display,
    std::size_t part, std::string_view page, bool isIn)
{
    return withDayPartChanged(in, display, part, [&](DayPlan&, DayPart& own) -> Result<void> {
        std::string words; // in the order of the display's pages
        for (const auto& each : in.pages) {
            const auto pages = splitAtBlanks(own.pages);
            const bool was = std::find(pages.begin(), pages.end(), each->id) != pages.end();
            if (each->display == display && (each->id == page ? isIn : was))
                words += (words.empty() ? "" : " ") + each->id;
        }
        own.pages = words;
        return {};
    });
}

std::vector<Parameter> dayPartParameters(
    const Instrument& in, std::string_view display, std::size_t part)
{
    const auto* there = findById(in.displays, display);
    if (there == nullptr || part >= there->day.parts.size())
        return {};
    auto rows = rowsOf(there->day.parts[part]);
    std::erase_if(rows, [](const Parameter& row) { return row.path == "pages"; });
    for (auto& row : rows)
        row.label = row.path == "each" ? "each page for"
            : row.path == "brightness" ? "brightness %"
                                       : row.label;
    return rows;
}

Result<Instrument> withDayPartParameter(const Instrument& in, std::string_view display,
    std::size_t part, std::string_view path, std::string_view text)
{
    if (path == "from") {
        const int minute = minuteOf(text);
        if (minute < 0)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("\"{}\" is no time of day, such as \"07:30\"", text), ""};
        return withDayPartFrom(in, display, part, minute);
    }
    return withDayPartChanged(in, display, part, [&](DayPlan&, DayPart& own) -> Result<void> {
        auto set = withFigure(own, path, text);
        if (!set)
            return set.error();
        own = *std::move(set);
        return {};
    });
}

} // namespace fern
