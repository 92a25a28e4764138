#include "plan/channel_page.h"

#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/page_edits.h"
#include "plan/start_page.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

Reader readerFor(const Instrument& in, const Channel& channel, const Display& display)
{
    constexpr int nameCells = 8;
    Reader reader;
    reader.id = freeId(in.readers, display.id + " " + channel.id);
    reader.channel = channel.id;
    reader.unit = unitOf(channel);
    auto& text = reader.text;
    const bool isCode = givesCodes(channel.source.kind);
    reader.staleAfter = {usualStaleAfter(isCode, inSi(paceOf(in, channel))), "s"};
    if (isCode) {
        text.form = TextForm::Name;
        text.width = nameCells;
        return reader;
    }
    const double step = differenceFromSi(inSi(channel.wish.step), *parseUnit(reader.unit));
    text.decimals = std::clamp(static_cast<int>(std::ceil(-std::log10(step) - 1e-9)), 0, 9);
    for (const auto& end : {channel.wish.from, channel.wish.to})
        text.width = std::clamp(
            cellsNeeded(fern::in(end, reader.unit), text, channel.numberKind), text.width, 40);
    return reader;
}

} // namespace

Result<Instrument> withPageOf(const Instrument& in, std::string_view id)
{
    const auto* channel = findById(in.channels, id);
    if (channel == nullptr)
        return goneError("channel");
    if (in.displays.empty())
        return Error{ErrorCode::NotFound, "there is no display yet; add one under Parts", ""};
    const auto& display = *in.displays.front();
    const auto metrics = metricsOf(*findById(in.parts, display.part)->display);
    const auto there = std::find_if(in.readers.begin(), in.readers.end(),
        [&](const auto& reader) { return reader->channel == id; });
    auto reader = there == in.readers.end() ? readerFor(in, *channel, display) : **there;
    suitGlass(reader.text, metrics);
    auto page = startPage(metrics, display.id, {channel->name, reader.unit}, reader.text);
    page.id = freeId(in.pages, channel->name);
    for (auto& field : page.fields)
        if (field.traits().hasReader)
            field.reader = reader.id;
    auto out = in;
    const auto shared = std::make_shared<const Reader>(std::move(reader));
    if (there == in.readers.end())
        out.readers.push_back(shared);
    else
        out.readers[static_cast<std::size_t>(there - in.readers.begin())] = shared;
    return withPageAdded(out, std::move(page));
}

} // namespace fern
