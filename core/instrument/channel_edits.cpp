#include "instrument/channel_edits.h"

#include "base/number_text.h"
#include "instrument/device_edits.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/page_edits.h"
#include "instrument/program_edits.h"
#include "instrument/source_check.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

template <class T> Shared<T> shared(T value)
{
    return std::make_shared<const T>(std::move(value));
}

auto findChannel(Instrument& in, std::string_view id)
{
    return std::find_if(
        in.channels.begin(), in.channels.end(), [&](const auto& c) { return c->id == id; });
}

Error noSuchChannel(std::string_view id)
{
    return {ErrorCode::NotFound, fmt::format("there is no channel \"{}\"", id), ""};
}

std::set<std::string> readersOf(const Instrument& in, std::string_view channel)
{
    std::set<std::string> ids;
    for (const auto& reader : in.readers)
        if (reader->channel == channel)
            ids.insert(reader->id);
    return ids;
}

/// Takes away what waits for a channel: pages that come to the front by it, turning, day plans and
/// dimming.
void forgetChannel(Instrument& out, std::string_view channel)
{
    std::erase_if(out.pages, [channel](const auto& page) {
        return page->when.traits().hasChannel && page->when.channel == channel;
    });
    for (auto& display : out.displays) {
        Display copy = *display;
        if (copy.turning.by == channel)
            copy.turning.by.clear();
        if (copy.day.clock == channel)
            copy.day.clock.clear();
        if (copy.dimming && copy.dimming->from == channel)
            copy.dimming.reset();
        if (copy != *display)
            display = shared(std::move(copy));
    }
    for (auto& reader : out.readers)
        if (reader->others && reader->others->by == channel) {
            Reader copy = *reader;
            copy.others.reset(); // nothing changes its unit any more
            reader = shared(std::move(copy));
        }
    forgetGonePages(out);
}

/// Whether the page shows values, and of these readers only.
bool showsOnly(const Page& page, const std::set<std::string>& readers)
{
    bool any = false;
    for (const auto& field : page.fields) {
        if (!field.traits().hasReader)
            continue;
        any = true;
        if (!readers.contains(field.reader))
            return false;
    }
    return any;
}

/// A name without the word that a copy has: "Lamp" of "Lamp copy 2".
std::string ofOriginal(const std::string& name)
{
    const auto at = name.rfind(" copy");
    if (at == std::string::npos)
        return name;
    const auto behind = name.substr(at + 5);
    const bool isNumber = behind.size() > 1 && behind[0] == ' '
        && behind.find_first_not_of("0123456789", 1) == std::string::npos;
    return behind.empty() || isNumber ? name.substr(0, at) : name;
}

} // namespace

Result<Instrument> withChannelRenamed(
    const Instrument& in, std::string_view channel, std::string_view name)
{
    Instrument out = in;
    const auto found = findChannel(out, channel);
    if (found == out.channels.end())
        return noSuchChannel(channel);
    if (trimmed(name).empty())
        return Error{ErrorCode::InvalidArgument, "a channel needs a name", ""};
    for (const auto& other : out.channels)
        if (other != *found && other->name == trimmed(name))
            return Error{ErrorCode::InvalidArgument,
                "another channel is called " + other->name + " already", ""};
    Channel copy = **found;
    copy.name = trimmed(name);
    *found = shared(std::move(copy));
    return accepted(std::move(out));
}

Result<Instrument> withChannelCopied(const Instrument& in, std::string_view channel)
{
    Instrument out = in;
    const auto found = findChannel(out, channel);
    if (found == out.channels.end())
        return noSuchChannel(channel);
    Channel copy = **found;
    copy.name = freeName(out.channels, ofOriginal(copy.name) + " copy");
    copy.id = freeId(out.channels, copy.name);
    const auto copyId = copy.id;
    out.channels.insert(found + 1, shared(std::move(copy)));

    const auto originals = readersOf(in, channel);
    std::vector<std::pair<std::string, std::string>> renamed;
    for (const auto& id : originals) {
        Reader reader = *findById(in.readers, id);
        reader.id = freeId(out.readers, id + " copy");
        reader.channel = copyId;
        renamed.emplace_back(id, reader.id);
        out.readers.push_back(shared(std::move(reader)));
    }
    for (const auto& original : in.pages) {
        if (!showsOnly(*original, originals))
            continue;
        Page page = *original;
        page.id = freeId(out.pages, page.id + " copy");
        page.name = freeName(out.pages, ofOriginal(page.name) + " copy");
        for (auto& field : page.fields)
            for (const auto& [from, to] : renamed)
                if (field.traits().hasReader && field.reader == from)
                    field.reader = to;
        out.pages.push_back(shared(std::move(page)));
    }
    return accepted(std::move(out));
}

Result<Instrument> withChannelMoved(const Instrument& in, std::string_view channel, int by)
{
    Instrument out = in;
    const auto found = findChannel(out, channel);
    if (found == out.channels.end())
        return noSuchChannel(channel);
    const auto from = found - out.channels.begin();
    const auto to = std::clamp<std::ptrdiff_t>(
        from + by, 0, static_cast<std::ptrdiff_t>(out.channels.size()) - 1);
    const auto moved = *found;
    out.channels.erase(found);
    out.channels.insert(out.channels.begin() + to, moved);
    return out;
}

Result<Instrument> withoutChannel(const Instrument& in, std::string_view channel)
{
    Instrument out = in;
    const auto found = findChannel(out, channel);
    if (found == out.channels.end())
        return noSuchChannel(channel);
    if (const auto user = neededBy(in, channel); !user.empty())
        return Error{ErrorCode::InvalidArgument,
            fmt::format("{} needs {}; remove it first", user, (*found)->name), ""};
    const std::string lane = (*found)->source.lane;
    const auto* told = deviceOf(in, **found);
    const std::string device = told == nullptr ? std::string() : told->id;
    const auto readers = readersOf(in, channel);
    out.channels.erase(found);
    std::erase_if(out.readers, [&](const auto& r) { return readers.contains(r->id); });

    std::erase_if(out.pages, [&](const auto& page) { return showsOnly(*page, readers); });
    for (auto& page : out.pages) {
        Page copy = *page;
        const auto gone = std::erase_if(copy.fields,
            [&](const Field& f) { return f.traits().hasReader && readers.contains(f.reader); });
        if (gone > 0)
            page = shared(std::move(copy));
    }
    forgetChannel(out, channel);
    dropUnheard(out, device);
    dropLostTasks(out);
    const bool laneIsUsed = std::any_of(out.channels.begin(), out.channels.end(),
        [&](const auto& c) { return c->source.lane == lane; });
    for (auto& scenario : out.scenarios) {
        Scenario copy = *scenario;
        auto gone =
            std::erase_if(copy.faults, [&](const FaultSpec& f) { return f.channel == channel; });
        if (!laneIsUsed)
            gone += std::erase_if(copy.lanes, [&](const LaneSpec& l) { return l.id == lane; });
        if (gone > 0)
            scenario = shared(std::move(copy));
    }
    std::erase_if(out.decisions, [&](const auto& d) {
        const auto concerns = [&](std::string_view kind, std::string_view id) {
            return d->place.starts_with(fmt::format("/{}/{}/", kind, id));
        };
        return concerns("channels", channel)
            || std::any_of(readers.begin(), readers.end(),
                [&](const auto& id) { return concerns("readers", id); });
    });
    return accepted(std::move(out));
}

Result<Instrument> withChannelAdded(const Instrument& in, ChannelParcel parcel)
{
    Instrument out = in;
    auto channel = std::move(parcel.channel);
    auto reader = std::move(parcel.reader);
    auto page = std::move(parcel.page);
    auto lane = std::move(parcel.lane);
    channel.id = freeId(out.channels, channel.name);
    if (findById(out.settings, channel.id) != nullptr) // formulas tell both by their ids
        channel.id = freeId(out.channels, channel.name + " shown");
    lane.id = channel.id;
    if (hasLane(channel.source.kind))
        channel.source.lane = lane.id;
    reader.id = freeId(out.readers, page.display + " " + channel.name);
    reader.channel = channel.id;
    page.id = freeId(out.pages, channel.name);
    for (auto& field : page.fields)
        if (field.traits().hasReader)
            field.reader = reader.id;
    if (out.scenarios.empty()) {
        Scenario scenario;
        scenario.id = "first-run";
        scenario.name = "first run";
        scenario.startsAt = "2030-01-01T12:00:00Z";
        out.scenarios.push_back(shared(std::move(scenario)));
    }
    for (auto& scenario : out.scenarios) {
        Scenario copy = *scenario;
        std::erase_if(copy.lanes, [&id = lane.id](const LaneSpec& l) { return l.id == id; });
        if (hasLane(channel.source.kind))
            copy.lanes.push_back(lane);
        scenario = shared(std::move(copy));
    }
    out.channels.push_back(shared(std::move(channel)));
    out.readers.push_back(shared(std::move(reader)));
    out.pages.push_back(shared(std::move(page)));
    return accepted(std::move(out));
}

} // namespace fern
