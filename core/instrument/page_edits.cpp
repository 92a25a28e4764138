#include "instrument/page_edits.h"

#include "base/split.h"
#include "glass/pixel_font.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/parameter_archive.h"

#include <algorithm>
#include <type_traits>

#include <fmt/format.h>

namespace fern {

namespace {

const Field* fieldIn(const Page& page, std::string_view id)
{
    const auto found = std::find_if(
        page.fields.begin(), page.fields.end(), [id](const Field& f) { return f.id == id; });
    return found == page.fields.end() ? nullptr : &*found;
}

/// The words of a text without one of them.
std::string withoutWord(std::string_view text, std::string_view word)
{
    std::string kept;
    for (const auto each : splitAtBlanks(text))
        if (each != word)
            kept += (kept.empty() ? "" : " ") + std::string(each);
    return kept;
}

/// What a reader is called: "Weight, kg".
std::string readerWords(const Instrument& in, const Reader& reader)
{
    const auto* channel = findById(in.channels, reader.channel);
    return (channel == nullptr ? reader.channel : channel->name)
        + (reader.unit.empty() ? "" : ", " + reader.unit);
}

/// What people call the figures of a field.
std::string labelOf(const Field& field, const Parameter& row)
{
    if (row.path == "x")
        return "from the left";
    if (row.path == "y")
        return "from the top";
    const bool isAlarm = field.kind == FieldKind::Alarm;
    if (row.path == "least")
        return isAlarm ? "below" : "begins at";
    if (row.path == "most")
        return isAlarm ? "or above" : "ends at";
    if (row.path == "text" && isAlarm)
        return "sign";
    return row.label;
}

void offerReferences(Parameter& row, const Instrument& in)
{
    if (row.path == "reader")
        for (const auto& reader : in.readers)
            offer(row, reader->id, readerWords(in, *reader));
    else if (row.path == "font")
        for (const auto& font : pixelFonts())
            offer(row, std::string(font.name), std::string(font.name));
    offerItself(row);
}

} // namespace

Result<Instrument> withNewPage(
    const Instrument& in, std::string_view display, const std::string& name)
{
    if (findById(in.displays, display) == nullptr)
        return goneError("display");
    Page page;
    page.display = display;
    page.name = name;
    return withPageAdded(in, std::move(page));
}

Result<Instrument> withPageAdded(const Instrument& in, Page page)
{
    Instrument out = in;
    page.id = freeId(in.pages, page.name);
    out.pages.push_back(std::make_shared<const Page>(std::move(page)));
    return accepted(std::move(out));
}

Result<Instrument> withoutPage(const Instrument& in, std::string_view page)
{
    Instrument out = in;
    if (std::erase_if(out.pages, [page](const auto& each) { return each->id == page; }) == 0)
        return goneError("page");
    forgetGonePages(out);
    return accepted(std::move(out));
}

void forgetGonePages(Instrument& out)
{
    const auto isGone = [&](std::string_view page) {
        return !page.empty() && findById(out.pages, page) == nullptr;
    };
    const auto changeEach = [](auto& list, auto change) {
        for (auto& element : list) {
            auto copy = *element;
            change(copy);
            if (copy != *element)
                element =
                    std::make_shared<std::remove_reference_t<decltype(*element)>>(std::move(copy));
        }
    };
    const auto forget = [&](std::string& page) {
        if (isGone(page))
            page.clear();
    };
    changeEach(out.displays, [&](Display& display) {
        for (auto& part : display.day.parts)
            for (const std::string before = part.pages; const auto page : splitAtBlanks(before))
                if (isGone(page))
                    part.pages = withoutWord(part.pages, page);
    });
    changeEach(out.settings, [&](Setting& setting) { forget(setting.onPage); });
    changeEach(out.outputs, [&](Output& output) { forget(output.sequence.onPage); });
    changeEach(out.channels, [&](Channel& channel) { forget(channel.source.derived.onPage); });
    changeEach(out.readers, [&](Reader& reader) {
        if (reader.others)
            forget(reader.others->onPage);
    });
}

Result<Instrument> withPageMoved(const Instrument& in, std::string_view page, int by)
{
    const auto* moved = findById(in.pages, page);
    if (moved == nullptr)
        return goneError("page");
    Instrument out = in;
    std::vector<std::size_t> places; // of the display's pages in the list
    std::size_t own = 0;
    for (std::size_t i = 0; i < in.pages.size(); ++i) {
        if (in.pages[i]->display != moved->display)
            continue;
        if (in.pages[i]->id == page)
            own = places.size();
        places.push_back(i);
    }
    const auto to = static_cast<int>(own) + by;
    if (to >= 0 && to < static_cast<int>(places.size()))
        std::swap(out.pages[places[own]], out.pages[places[static_cast<std::size_t>(to)]]);
    return accepted(std::move(out));
}

Result<Instrument> withPageName(
    const Instrument& in, std::string_view page, const std::string& name)
{
    return withPageChanged(in, page, [&](Page& changed) { changed.name = name; });
}

Result<Instrument> withNewField(const Instrument& in, std::string_view page, Field field)
{
    const auto wanted = slugOf(field.id);
    return withPageChanged(in, page, [&](Page& changed) {
        field.id = wanted;
        for (int n = 2; fieldIn(changed, field.id) != nullptr; ++n)
            field.id = fmt::format("{}-{}", wanted, n);
        changed.fields.push_back(field);
    });
}

Result<Instrument> withoutField(const Instrument& in, std::string_view page, std::string_view field)
{
    return withPageChanged(in, page, [field](Page& changed) {
        std::erase_if(changed.fields, [field](const Field& each) { return each.id == field; });
    });
}

std::vector<Parameter> fieldParameters(
    const Instrument& in, std::string_view page, std::string_view field)
{
    const auto* there = findById(in.pages, page);
    const auto* found = there == nullptr ? nullptr : fieldIn(*there, field);
    if (found == nullptr)
        return {};
    Field copy = *found;
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, copy);
    auto rows = archive.take();
    for (auto& row : rows) {
        row.label = labelOf(copy, row);
        offerReferences(row, in);
    }
    return rows;
}

Result<Instrument> withFieldParameter(const Instrument& in, std::string_view page,
    std::string_view field, std::string_view path, std::string_view text)
{
    const auto* there = findById(in.pages, page);
    const auto* found = there == nullptr ? nullptr : fieldIn(*there, field);
    if (found == nullptr)
        return goneError("field");
    Field changed = *found;
    ParameterArchive archive({}, {}, path, text);
    describe(archive, changed);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return goneError("figure");
    return withField(in, page, changed);
}

} // namespace fern
