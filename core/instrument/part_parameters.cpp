#include "instrument/part_parameters.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/parameter_archive.h"
#include "instrument/parts_view.h"
#include "parts/catalogue.h"
#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

std::vector<Parameter> plainParameters(Part part)
{
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, part);
    return archive.take();
}

} // namespace

namespace {

/// Where a figure is a reference: what it may lead to.
void offerReferences(Parameter& row, const Instrument& in, const Part& part)
{
    const auto offer = [&](const std::string& value, const std::string& words) {
        fern::offer(row, value, words);
    };
    if (row.path == "fedBy") {
        offer("", "as usual");
        for (const auto& other : in.parts)
            if (other->id != part.id && outputVolts(*other) > 0)
                offer(other->id, partName(*other));
    } else if (row.path == "port/behind") {
        offer("", "nothing");
        for (const auto& other : in.parts)
            if (other->kind == PartKind::Multiplexer && other->id != part.id)
                offer(other->id, partName(*other));
    } else if (row.pinRole) {
        offer("", "none");
        if (const auto* board = part.kind == PartKind::Board ? &part : boardOf(in, part))
            for (const auto& pin : board->pins)
                if ((pin.roles & bitOf(*row.pinRole)) != 0)
                    offer(pin.name, pin.name);
    }
    // A reference that leads nowhere is still shown.
    if (row.kind == ParameterKind::Choice && !row.choices.empty()
        && std::find(row.choices.begin(), row.choices.end(), row.text) == row.choices.end())
        offer(row.text, row.text);
}

} // namespace

std::vector<Parameter> parametersOf(const Instrument& in, const Part& part)
{
    auto rows = plainParameters(part);
    // A board waits for its converter: only a module's goes on beside the processor.
    const auto isBeside = [](const Parameter& row) {
        return row.path == "converter/mode" || row.path == "converter/settles"
            || row.path == "converter/discards";
    };
    std::erase_if(rows, [&](const Parameter& row) {
        return row.path == "port/bus" || (part.kind == PartKind::Board && isBeside(row));
    });
    for (auto& row : rows)
        offerReferences(row, in, part);
    const auto entry = std::find_if(catalogue().begin(), catalogue().end(),
        [&](const CatalogueEntry& e) { return e.part.className == part.className; });
    if (entry == catalogue().end())
        return rows;
    const auto usual = plainParameters(entry->part);
    for (auto& row : rows) {
        const auto same = std::find_if(
            usual.begin(), usual.end(), [&](const Parameter& p) { return p.path == row.path; });
        row.source = sourceOf(*entry, row.path);
        if (same != usual.end() && !row.source.empty())
            row.typical = same->text;
    }
    return rows;
}

Result<Instrument> withParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    const auto* found = findById(in.parts, id);
    if (found == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no part \"{}\"", id), ""};
    Part part = *found;
    ParameterArchive archive({}, {}, path, trimmed(text));
    describe(archive, part);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return Error{ErrorCode::NotFound,
            fmt::format("{} has no parameter \"{}\"", partName(*found), path), ""};
    return withPart(in, part);
}

} // namespace fern
