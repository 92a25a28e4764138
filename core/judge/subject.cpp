#include "judge/subject.h"

#include <algorithm>

namespace fern {

namespace {

/// Cuts the next part off a path: "/channels/x/frontEnd" gives "channels", then "x".
std::string_view nextPart(std::string_view& path)
{
    if (!path.empty())
        path.remove_prefix(1);
    const auto end = std::min(path.find('/'), path.size());
    const auto part = path.substr(0, end);
    path.remove_prefix(end);
    return part;
}

void addChannelsOn(Subject& subject, const Instrument& in, const Page& page)
{
    for (const auto& field : page.fields) {
        const auto* reader = findById(in.readers, field.reader);
        if (field.traits().hasReader && reader != nullptr
            && std::find(subject.channels.begin(), subject.channels.end(), reader->channel)
                == subject.channels.end())
            subject.channels.push_back(reader->channel);
    }
}

std::string nameOfChannel(const Instrument& in, std::string_view id)
{
    const auto* channel = findById(in.channels, id);
    return channel == nullptr ? std::string(id) : channel->name;
}

} // namespace

Subject subjectOf(const Instrument& in, std::string_view place)
{
    const auto list = nextPart(place);
    const std::string id(nextPart(place));
    const auto rest = nextPart(place);
    if (list == "channels")
        return {nameOfChannel(in, id), {id},
            rest == "frontEnd" || rest == "sensor" ? Leaf::Sensor
                : rest == "smoothing"              ? Leaf::Smooth
                : rest == "source"                 ? Leaf::Reading
                : rest == "scaling"                ? Leaf::Scale
                                                   : Leaf::World};
    if (list == "devices") {
        const auto* device = findById(in.devices, id);
        Subject subject{device == nullptr ? id : device->name, {}, Leaf::Sensor};
        for (const auto& channel : channelsOf(in, id))
            subject.channels.push_back(channel->id);
        return subject;
    }
    if (list == "readers") {
        const auto* reader = findById(in.readers, id);
        const auto channel = reader == nullptr ? std::string() : reader->channel;
        return {nameOfChannel(in, channel), {channel}, Leaf::Text};
    }
    if (list == "parts")
        return {"Parts", {}, Leaf::World};
    if (list == "timing")
        return {"Program", {}, Leaf::Glass};
    Subject subject{"Instrument", {}, Leaf::World};
    if (list == "displays") {
        subject = {"Display " + id, {}, Leaf::Glass};
        for (const auto& page : in.pages)
            if (page->display == id)
                addChannelsOn(subject, in, *page);
    } else if (list == "pages") {
        if (const auto* page = findById(in.pages, id)) {
            subject = {"Page " + page->name, {}, Leaf::Glass};
            addChannelsOn(subject, in, *page);
        }
    }
    return subject;
}

} // namespace fern
