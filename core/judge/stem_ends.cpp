#include "judge/stem_ends.h"

#include <fmt/format.h>

namespace fern {

std::vector<StemChoice> stemChoices(const PlainInstrument& in, std::size_t channel)
{
    std::vector<StemChoice> choices;
    for (std::size_t d = 0; d < in.displays.size(); ++d)
        for (std::size_t p = 0; p < in.displays[d].pages.size(); ++p)
            for (const auto& field : in.displays[d].pages[p].fields) {
                if (field.kind != FieldKind::Value)
                    continue;
                const auto reader = indexOf(in.readers, field.reader);
                if (in.readers[reader].channel == channel)
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
