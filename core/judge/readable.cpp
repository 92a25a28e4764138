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
            if (!isOfDigits(page.fields[i].kind)) {
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
    // Digits that are held stand long enough, however often what is beside them is redrawn.
    const bool areHeld = inSeconds(display.digitsEvery) >= digits.leastSeconds * (1 - 1e-9);
    return digits.leastSeconds > 0 && (bars.leastSeconds == 0 || !areHeld) ? digits : bars;
}

} // namespace fern
