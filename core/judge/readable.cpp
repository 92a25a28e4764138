#include "judge/readable.h"

#include "base/number_text.h"

#include <fmt/format.h>

namespace fern {

Readable readableOf(const PlainInstrument& in, const PlainDisplay& display)
{
    constexpr double leastOfDigits = 0.25, usualOfDigits = 0.5; // seconds
    constexpr double leastOfBars = 0.05, usualOfBars = 0.1;
    Readable digits, bars;
    for (const auto& page : display.pages)
        for (std::size_t i = 0; i < page.fields.size(); ++i) {
            if (!page.fields[i].traits().hasReader)
                continue;
            if (page.fields[i].kind != FieldKind::Value && page.fields[i].kind != FieldKind::List) {
                bars = {leastOfBars, usualOfBars, "A bar is followed 10 to 20 times a second.",
                    "common practice"};
                continue;
            }
            const auto& reader = in.readers[page.readers[i]];
            const double least = reader.standsFor > 0 ? reader.standsFor : leastOfDigits;
            if (least <= digits.leastSeconds)
                continue;
            digits = reader.standsFor > 0
                ? Readable{least, least,
                    fmt::format("{} is to stand for {}, so that it can be read.",
                        in.channels[reader.channel].name, durationText(least)),
                    "the wish of its reader"}
                : Readable{least, usualOfDigits,
                    "Changing digits can be read 2 to 4 times a second.", "common practice"};
        }
    return digits.leastSeconds > 0 ? digits : bars;
}

} // namespace fern
