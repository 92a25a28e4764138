// T07, T08, T11: names of codes and ranges, and what is no letter in a text.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/channel_edits.h"
#include "instrument/edits.h"
#include "run/reader_text.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// A code that is no text for people, of a channel none of whose codes has a name.
void checkCodes(const PlainChannel& c, const PlainReader& reader, Findings& out)
{
    if (c.source.kind != SourceKind::KeyCodes || !c.source.names.empty())
        return; // one without a name stands as it comes
    out.push_back({"T07", Severity::Note, "/channels/" + c.id + "/source/names",
        fmt::format("No code of {} has a name", c.name),
        fmt::format("“{}” shows each as it comes, such as 20DF10EF. Press the keys one after "
                    "another and name them.",
            reader.id),
        "the list of names", {}, {}});
}

void checkRanges(const PlainChannel& c, const PlainReader& reader, Findings& out)
{
    const auto& first = reader.text.ranges.front();
    const double least = inReaderUnit(c.from, reader);
    if (least >= first.from)
        return;
    auto text = reader.text;
    text.ranges.front().from = least;
    const auto unit = prettyUnit(reader.unit.name);
    out.push_back({"T07", Severity::Note, "/readers/" + reader.id + "/text",
        fmt::format("Below {} {} there is no name", shortestText(first.from), unit),
        fmt::format("The wish begins at {} {}: from there to the first range the number is shown.",
            significantText(least, 6), unit),
        "the wished range",
        {{fmt::format("Begin “{}” at {}", first.name, significantText(least, 6)),
            [id = reader.id, text](const Instrument& in) { return withText(in, id, text); }}},
        {}});
}

} // namespace

void checkUnnamed(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& reader : plain.readers) {
        const auto& channel = plain.channels[reader.channel];
        if (reader.text.form != TextForm::Name)
            continue;
        if (reader.text.ranges.empty())
            checkCodes(channel, reader, out);
        else
            checkRanges(channel, reader, out);
    }
}

namespace {

/// A trade item number without the zeros before it: 12 digits are 13 with a zero.
std::string_view itemNumber(std::string_view code)
{
    const bool isNumber = code.size() >= 8
        && std::all_of(code.begin(), code.end(), [](char c) { return c >= '0' && c <= '9'; });
    return isNumber ? code.substr(std::min(code.find_first_not_of('0'), code.size())) : code;
}

} // namespace

void checkDuplicateCodes(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (std::size_t c = 0; c < plain.channels.size(); ++c) {
        const auto& channel = plain.channels[c];
        const auto& names = channel.source.names;
        if (channel.source.kind != SourceKind::Labels)
            continue; // elsewhere one code has one name
        for (std::size_t i = 1; i < names.size(); ++i) {
            const auto first = std::find_if(names.begin(), names.end(), [&](const NameSpec& name) {
                return itemNumber(name.code) == itemNumber(names[i].code);
            });
            if (static_cast<std::size_t>(first - names.begin()) == i)
                continue;
            auto source = in.channels[c]->source;
            source.names.erase(source.names.begin() + static_cast<std::ptrdiff_t>(i));
            out.push_back({"T08", Severity::Check, "/channels/" + channel.id + "/source/names",
                fmt::format("“{}” and “{}” are one number", first->name, names[i].name),
                fmt::format("{} and {} differ by zeros before them, and are one article: a scanner "
                            "set to the other length gives it the other name.",
                    first->code, names[i].code),
                "GS1 General Specifications: 8, 12 and 13 digits are 14 with zeros before them",
                {{fmt::format("Take “{}” out", names[i].name),
                    [id = channel.id, source](
                        const Instrument& before) { return withSource(before, id, source); }}},
                {}});
        }
    }
}

namespace {

bool isControl(char c)
{
    return static_cast<unsigned char>(c) < 0x20 || c == 0x7F;
}

/// The text without what is no letter.
std::string withoutControls(std::string text)
{
    std::erase_if(text, isControl);
    return text;
}

/// Lines of a block may be broken.
std::string written(const Field& field)
{
    auto text = field.text;
    if (field.kind == FieldKind::TextBlock)
        std::erase(text, '\n');
    return text;
}

void add(Findings& out, std::string place, std::string_view what, std::vector<Fix> fixes)
{
    out.push_back(
        {"T11", Severity::Check, std::move(place), fmt::format("{} holds control characters", what),
            "A character display shows signs of its own for them, or Japanese letters; pixel fonts "
            "have none. Line ends of what was pasted or scanned are the usual ones.",
            "data of the usual controllers", std::move(fixes), {}});
}

} // namespace

void checkControls(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& page : in.pages)
        for (const auto& field : page->fields) {
            const auto text = field.traits().hasText ? written(field) : std::string();
            if (std::none_of(text.begin(), text.end(), isControl))
                continue;
            auto clean = field;
            clean.text = withoutControls(field.text);
            add(out, fmt::format("/pages/{}/fields/{}", page->id, field.id),
                fmt::format("“{}”", withoutControls(field.text)),
                {{"Take them out", [page = page->id, clean](const Instrument& before) {
                      return withField(before, page, clean);
                  }}});
        }
    for (std::size_t c = 0; c < plain.channels.size(); ++c) {
        auto source = in.channels[c]->source;
        bool isDirty = false;
        for (auto& name : source.names) {
            const auto clean = withoutControls(name.name);
            isDirty |= clean != name.name;
            name.name = clean;
        }
        if (isDirty)
            add(out, "/channels/" + plain.channels[c].id + "/source/names", "A name",
                {{"Take them out", [id = plain.channels[c].id, source](const Instrument& before) {
                      return withSource(before, id, source);
                  }}});
    }
}

} // namespace fern
