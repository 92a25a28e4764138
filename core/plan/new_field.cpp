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

/// Width and height that a kind begins with.
std::pair<int, int> usualSize(FieldKind kind, const GlassMetrics& metrics)
{
    constexpr int barPixels = 8, historyPixels = 24;
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
    case FieldKind::Value:
    case FieldKind::Label:
    case FieldKind::Alarm:
    case FieldKind::PageDots:
        break;
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
        && (metricsOf(*part->display).unit != GlassUnit::Digits || traitsOf(kind).fitsDigits);
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
    if (field.traits().hasReader) {
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
