#include "judge/stem_ends.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

bool shows(const PlainPage& page, const std::string& reader)
{
    return std::any_of(page.fields.begin(), page.fields.end(), [&](const Field& field) {
        return field.kind == FieldKind::Value && field.reader == reader;
    });
}

/// A page that comes to the front only tells again what a page that is turned to tells.
bool isToldElsewhere(const PlainDisplay& display, const PlainPage& page, const std::string& reader)
{
    return page.when.comes != PageComes::Turned
        && std::any_of(display.turned.begin(), display.turned.end(),
            [&](std::size_t index) { return shows(display.pages[index], reader); });
}

} // namespace

std::vector<StemChoice> stemChoices(const PlainInstrument& in, std::size_t channel)
{
    std::vector<StemChoice> choices;
    for (std::size_t d = 0; d < in.displays.size(); ++d)
        for (std::size_t p = 0; p < in.displays[d].pages.size(); ++p)
            for (const auto& field : in.displays[d].pages[p].fields) {
                if (field.kind != FieldKind::Value)
                    continue;
                const auto reader = indexOf(in.readers, field.reader);
                if (in.readers[reader].channel == channel
                    && !isToldElsewhere(in.displays[d], in.displays[d].pages[p], field.reader))
                    choices.push_back({channel, reader, d, p});
            }
    return choices;
}

std::string endLabel(const PlainInstrument& in, const StemChoice& choice)
{
    const auto& reader = in.readers[choice.reader];
    const auto& display = in.displays[choice.display].id;
    const int decimals = reader.text.decimals;
    if (reader.text.form != TextForm::Number)
        return fmt::format(
            "{} · {}", display, textFormWords[static_cast<std::size_t>(reader.text.form)]);
    return fmt::format("{} · {} · {} decimal{}", display, prettyUnit(reader.unit.name),
        decimals == 0 ? "no" : std::to_string(decimals), decimals == 1 ? "" : "s");
}

} // namespace fern
