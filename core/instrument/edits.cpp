#include "instrument/edits.h"

#include "instrument/file.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// Replaces one element of one list by a changed copy. The result must be an instrument that the
/// file format accepts: reading what is written is the one place that knows the limits.
template <class T, class Change>
Result<Instrument> edited(
    const Instrument& in, SharedList<T> Instrument::*list, std::string_view id, Change change)
{
    Instrument out = in;
    auto& elements = out.*list;
    const auto found =
        std::find_if(elements.begin(), elements.end(), [&](const auto& e) { return e->id == id; });
    if (found == elements.end())
        return Error{ErrorCode::NotFound, fmt::format("there is no \"{}\"", id), ""};
    T copy = **found;
    change(copy);
    if (copy == **found)
        return in;
    *found = std::make_shared<const T>(std::move(copy));
    const auto readBack = readInstrument(writeInstrument(out));
    if (!readBack)
        return Error{ErrorCode::InvalidArgument, readBack.error().message, ""};
    return out;
}

} // namespace

Result<Instrument> withDivider(
    const Instrument& in, std::string_view channel, const DividerSpec& divider)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.divider = divider; });
}

Result<Instrument> withSampleEvery(
    const Instrument& in, std::string_view channel, const Quantity& period)
{
    return edited(
        in, &Instrument::channels, channel, [&](Channel& c) { c.source.sampleEvery = period; });
}

Result<Instrument> withSmoothing(
    const Instrument& in, std::string_view channel, const std::vector<StepSpec>& steps)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.smoothing = steps; });
}

Result<Instrument> withNumberKind(const Instrument& in, std::string_view channel, NumberKind kind)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.numberKind = kind; });
}

Result<Instrument> withWish(const Instrument& in, std::string_view channel, const ChannelWish& wish)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.wish = wish; });
}

Result<Instrument> withConverter(
    const Instrument& in, std::string_view board, const ConverterSpec& converter)
{
    return edited(in, &Instrument::parts, board, [&](Part& p) { p.converter = converter; });
}

Result<Instrument> withText(const Instrument& in, std::string_view reader, const TextSpec& text)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.text = text; });
}

Result<Instrument> withReaderUnit(
    const Instrument& in, std::string_view reader, std::string_view unit)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.unit = unit; });
}

Result<Instrument> withDisplay(const Instrument& in, const Display& display)
{
    return edited(in, &Instrument::displays, display.id, [&](Display& d) { d = display; });
}

Result<Instrument> withField(const Instrument& in, std::string_view page, const Field& field)
{
    return edited(in, &Instrument::pages, page, [&](Page& p) {
        for (auto& candidate : p.fields)
            if (candidate.id == field.id)
                candidate = field;
    });
}

} // namespace fern
