// D05, D06, D17, D18: what a display says when there is no number, pages that hide others or are
// never seen, and brightness that a display does not have.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/page_edits.h"
#include "judge/part_fix.h"
#include "judge/state_page.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

/// How long a value may stand before it is called old: three times as long as it takes to come, and
/// as long as it is wished to be fresh.
double oldAfter(const PlainChannel& c)
{
    return std::max({1.0, 3 * inSeconds(c.sampleEvery), c.freshnessSeconds});
}

std::string_view whenUntold(PageComes comes)
{
    return comes == PageComes::NoDevice ? "nothing has come"
        : comes == PageComes::Stale     ? "nothing comes any more"
                                        : "there is no value";
}

void addUntold(const PlainInstrument& plain, const PlainDisplay& display, const PlainPage& page,
    std::size_t field, const std::vector<PageComes>& untold, Findings& out)
{
    const auto& f = page.fields[field];
    const auto& reader = plain.readers[page.readers[field]];
    const auto& channel = plain.channels[reader.channel];
    std::string when;
    std::vector<Page> pages;
    for (const auto comes : untold) {
        when += (when.empty() ? "" : ", or ") + std::string(whenUntold(comes));
        pages.push_back(statePage(display, channel, comes));
        pages.back().when.time = {std::ceil(oldAfter(channel)), "s"};
    }
    Finding finding{"D05", Severity::Check, fmt::format("/pages/{}/fields/{}", page.id, f.id),
        fmt::format("“{}” does not say when {} of {}", page.name, when, channel.name),
        fmt::format("{} Let the field say so, or a page that comes to the front.",
            f.kind == FieldKind::Value       ? "The last number stands as though it were of now."
                : f.kind == FieldKind::Alarm ? "The alarm stays silent as though all were well."
                                             : "It looks as it does at the lower end."),
        "common practice", {}, {}};
    if (f.kind == FieldKind::Value)
        finding.fixes.push_back(
            {fmt::format("Call it old after {} s", std::ceil(oldAfter(channel))),
                [id = reader.id, seconds = std::ceil(oldAfter(channel))](const Instrument& before) {
                    return withStaleAfter(before, id, {seconds, "s"});
                }});
    finding.fixes.push_back(
        {pages.size() == 1 ? "Add a page that says so"
                           : fmt::format("Add {} pages that say so", pages.size()),
            [pages](const Instrument& before) {
                Result<Instrument> after = before;
                for (const auto& added : pages)
                    if (after)
                        after = withPageAdded(*after, added);
                return after;
            }});
    out.push_back(std::move(finding));
}

} // namespace

void checkUntoldStates(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays)
        for (const auto index : display.turned) {
            const auto& page = display.pages[index];
            std::set<std::size_t> seen;
            for (std::size_t i = 0; i < page.fields.size(); ++i) {
                if (!page.fields[i].traits().hasReader)
                    continue;
                const auto channel = plain.readers[page.readers[i]].channel;
                const auto untold = seen.insert(channel).second
                    ? untoldStates(plain, display, page, channel)
                    : std::vector<PageComes>();
                if (!untold.empty())
                    addUntold(plain, display, page, i, untold, out);
            }
        }
}

void checkSplash(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double usual = 3; // seconds
    for (const auto& display : plain.displays)
        for (const auto& page : display.pages) {
            const double lasts = inSi(page.when.time);
            if (page.when.comes != PageComes::AtStart || lasts <= usual)
                continue;
            const PlainChannel* hidden = nullptr;
            for (const auto index : display.turned) {
                const auto& shown = display.pages[index];
                for (std::size_t i = 0; i < shown.fields.size(); ++i)
                    if (shown.fields[i].traits().hasReader) {
                        const auto& c = plain.channels[plain.readers[shown.readers[i]].channel];
                        if (c.freshnessSeconds < lasts
                            && (hidden == nullptr || c.freshnessSeconds < hidden->freshnessSeconds))
                            hidden = &c;
                    }
            }
            if (hidden == nullptr)
                continue;
            out.push_back({"D06", Severity::Note, fmt::format("/pages/{}/when", page.id),
                fmt::format("“{}” hides {} for {} after power-on", page.name, hidden->name,
                    durationText(lasts)),
                fmt::format("It is wished to be no older than {}, and is measured meanwhile. Two "
                            "or three seconds are enough to see that the display works.",
                    durationText(hidden->freshnessSeconds)),
                "common practice",
                {{"Show it for 2 s",
                    [id = page.id](const Instrument& before) {
                        return withPageChanged(before, id, [](Page& changed) {
                            changed.when.time = {2, "s"};
                        });
                    }}},
                {}});
        }
}

namespace {

/// The pages that a display turns to at some time.
std::set<std::size_t> seenPages(const PlainDisplay& display)
{
    const auto& turning = display.turning;
    const bool isStepped = turning.by && !(turning.next.empty() && turning.previous.empty());
    std::set<std::size_t> seen;
    const auto see = [&](const std::vector<std::size_t>& pages, bool isTimed) {
        if (isTimed || isStepped)
            seen.insert(pages.begin(), pages.end());
        else if (!pages.empty())
            seen.insert(pages.front());
    };
    if (!display.day.clock || display.day.parts.empty())
        see(display.turned, turning.every > Ticks{});
    else
        for (const auto& part : display.day.parts)
            see(part.pages, part.each > Ticks{} || turning.every > Ticks{});
    return seen;
}

} // namespace

void checkUnseenPages(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        if (display.isMirror)
            continue; // told of the display whose pages they are
        const auto seen = seenPages(display);
        for (const auto index : display.turned) {
            const auto& page = display.pages[index];
            if (seen.contains(index))
                continue;
            const bool hasPlan = !display.day.spec.parts.empty() && display.day.clock;
            Finding finding{"D17", Severity::Note, "/pages/" + page.id,
                fmt::format("Nothing turns {} to “{}”", display.id, page.name),
                hasPlan ? "The day plan has no time for it, or no time for a second page."
                        : "Pages are turned by a key, by time, or by the time of day.",
                "common practice", {}, {}};
            if (!hasPlan)
                finding.fixes.push_back(displayFix("Turn every 4 s", display.id, [](Display& d) {
                    d.turning.every = {4, "s"};
                }));
            out.push_back(std::move(finding));
        }
        if (!display.day.spec.parts.empty() && !display.day.clock)
            out.push_back({"D17", Severity::Check, "/displays/" + display.id + "/day",
                fmt::format("The day plan of {} has no clock", display.id),
                "A channel that is a clock tells it the time of day; without one every page has "
                "its turn.",
                "common practice",
                {displayFix("Remove the plan", display.id, [](Display& d) { d.day = {}; })}, {}});
    }
}

void checkDimming(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const bool isDimmed = display.dimming
            || std::any_of(display.day.parts.begin(), display.day.parts.end(),
                [](const PlainDayPart& part) { return part.light < 1; });
        const auto& driver = display.firmware->driver();
        if (!isDimmed || !driver.light(1).empty())
            continue;
        out.push_back({"D18", Severity::Check, "/displays/" + display.id,
            fmt::format("{} cannot be dimmed", display.id),
            "This class of display has no steps of brightness, or its light hangs on no line that "
            "the board drives.",
            "data sheets of the usual controllers",
            {displayFix("Leave it as bright as it is", display.id,
                [](Display& d) {
                    d.dimming.reset();
                    for (auto& part : d.day.parts)
                        part.brightness = 100;
                })},
            {}});
    }
}

} // namespace fern
