#include "plan/new_field.h"

#include "instrument/resolve.h"
#include "judge/field_fit.h"

#include <tuple>
#include <utility>

namespace fern {

namespace {

/// The reader that the page shows, or the instrument's first.
std::string usualReader(const Instrument& in, const Page& page)
{
    for (const auto& field : page.fields)
        if (field.traits().hasReader)
            return field.reader;
    return in.readers.empty() ? std::string() : in.readers.front()->id;
}

/// The first reader of a channel that counts down to the next row of its list.
std::string listReader(const Instrument& in)
{
    for (const auto& reader : in.readers)
        if (const auto& source = findById(in.channels, reader->channel)->source;
            source.kind == SourceKind::Derived && source.derived.kind == DerivedKind::Next)
            return reader->id;
    return {};
}

/// A degree sign.
Dots usualGlyph()
{
    return Dots::ofRows({0b01100, 0b10010, 0b10010, 0b01100, 0, 0, 0, 0}, 5);
}

/// Width and height that a kind begins with.
std::pair<int, int> usualSize(FieldKind kind, const GlassMetrics& metrics)
{
    constexpr int barPixels = 8, historyPixels = 24, countDigits = 3;
    const bool isPixels = metrics.unit == GlassUnit::Pixels;
    const int across = isPixels ? metrics.columns / 2 : std::max(1, metrics.columns / 2);
    switch (kind) {
    case FieldKind::Bar:
        return {across, isPixels ? barPixels : 1};
    case FieldKind::History:
        return {across, isPixels ? std::min(historyPixels, metrics.rows / 2) : 1};
    case FieldKind::TextBlock:
        return {std::max(1, isPixels ? metrics.columns / 10 : metrics.columns / 2), 2};
    case FieldKind::Scroller:
        return {std::max(1, isPixels ? metrics.columns / 10 : metrics.columns / 2), 1};
    case FieldKind::Count:
        return {std::min(countDigits, metrics.columns), 1};
    case FieldKind::Value:
    case FieldKind::Label:
    case FieldKind::Alarm:
    case FieldKind::PageDots:
    case FieldKind::Glyph:
    case FieldKind::Picture:
        break;
    case FieldKind::List:
        return {std::max(1, isPixels ? metrics.columns / 8 : metrics.columns),
            isPixels ? 3 : metrics.rows};
    }
    return {1, 1};
}

std::string usualText(FieldKind kind)
{
    switch (kind) {
    case FieldKind::Label:
        return "TEXT";
    case FieldKind::TextBlock:
        return "two lines of text";
    case FieldKind::Scroller:
        return "this text runs through its window";
    case FieldKind::Alarm:
        return "!";
    case FieldKind::Value:
    case FieldKind::Bar:
    case FieldKind::History:
    case FieldKind::PageDots:
    case FieldKind::Glyph:
    case FieldKind::Picture:
    case FieldKind::List:
    case FieldKind::Count:
        break;
    }
    return {};
}

} // namespace

bool canShow(const Instrument& in, std::string_view display, FieldKind kind)
{
    const auto* shown = findById(in.displays, display);
    const auto* part = shown == nullptr ? nullptr : findById(in.parts, shown->part);
    return part != nullptr && part->display
        && (metricsOf(*part->display).unit != GlassUnit::Digits || traitsOf(kind).fitsDigits)
        && (metricsOf(*part->display).unit == GlassUnit::Pixels || kind != FieldKind::Picture);
}

Result<Field> newField(const Instrument& in, std::string_view page, FieldKind kind)
{
    const auto* there = findById(in.pages, page);
    if (there == nullptr)
        return Error{ErrorCode::NotFound, "the page is gone", ""};
    auto resolved = resolve(in, "");
    if (!resolved)
        return resolved.error();
    const auto& display = resolved->displays[indexOf(resolved->displays, there->display)];
    Field field;
    field.id = fieldKindWords[static_cast<std::size_t>(kind)];
    field.kind = kind;
    field.text = usualText(kind);
    std::tie(field.width, field.height) = usualSize(kind, display.metrics);
    if (kind == FieldKind::Glyph)
        field.dots = usualGlyph();
    if (kind == FieldKind::List) {
        field.reader = listReader(in);
        if (field.reader.empty())
            return Error{ErrorCode::NotFound,
                "there is no timed list; add a channel that counts down to its next row", ""};
    } else if (field.traits().hasReader) {
        field.reader = usualReader(in, *there);
        if (field.reader.empty())
            return Error{ErrorCode::NotFound, "there is nothing yet that it could show", ""};
        const auto& reader = resolved->readers[indexOf(resolved->readers, field.reader)];
        const auto& channel = resolved->channels[reader.channel];
        if (const double from = fromSi(channel.from, reader.unit),
            to = fromSi(channel.to, reader.unit);
            from < to)
            field.least = from, field.most = to;
    }
    return atClearPlace(*resolved, display, *there, field).value_or(field);
}

} // namespace fern
