#include "instrument/offers.h"

#include "base/split.h"

namespace fern {

bool isOfCodes(const Channel& c)
{
    return givesCodes(c.source.kind);
}

bool isOfNumbers(const Channel& c)
{
    return !isOfCodes(c);
}

std::vector<std::string> namesOf(const Channel& channel)
{
    const auto& source = channel.source;
    std::vector<std::string> names;
    for (const auto& name : source.names)
        names.push_back(name.name);
    if (source.kind == SourceKind::KeyMatrix)
        for (const auto& key : splitAtAny(source.matrix.keys, " \t"))
            names.emplace_back(key);
    if (source.kind == SourceKind::KeyLadder) {
        for (const auto& key : source.ladder.keys)
            names.push_back(key.name);
        if (!source.ladder.open.empty())
            names.push_back(source.ladder.open);
    }
    if (source.kind == SourceKind::Switch && names.empty())
        names = {"on", "off"};
    return names;
}

void offerChannels(Parameter& row, const Instrument& in, ChannelFits fits)
{
    for (const auto& channel : in.channels)
        if (fits(*channel))
            offer(row, channel->id, channel->name);
    offerItself(row);
}

void offerNames(Parameter& row, const Instrument& in, std::string_view id)
{
    const auto* channel = findById(in.channels, id);
    const auto names = channel == nullptr ? std::vector<std::string>() : namesOf(*channel);
    if (names.empty())
        return;
    offer(row, "", "none");
    for (const auto& name : names)
        offer(row, name, name);
    offerItself(row);
}

void offerPages(Parameter& row, const Instrument& in)
{
    offer(row, "", "every page");
    for (const auto& page : in.pages)
        offer(row, page->id, page->name);
    offerItself(row);
}

} // namespace fern
