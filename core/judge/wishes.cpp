#include "judge/wishes.h"

#include "base/number_text.h"
#include "glass/pixel_font.h"
#include "judge/words.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <fmt/format.h>

namespace fern {

namespace {

/// Rows of a font in which its digit 8 has ink.
int inkRows(const PixelFont& font)
{
    const auto rows = glyphRows(font, U'8');
    const auto bytes = static_cast<std::size_t>((font.width + 7) / 8);
    int count = 0;
    for (std::size_t row = 0; row * bytes < rows.size(); ++row) {
        const auto line = rows.subspan(row * bytes, bytes);
        count += std::any_of(line.begin(), line.end(), [](unsigned char b) { return b != 0; });
    }
    return count;
}

Verdict judged(bool isMet)
{
    return isMet ? Verdict::Met : Verdict::Missed;
}

WishVerdict rangeVerdict(const PlainChannel& c)
{
    if (!c.isAnalog())
        return {"range", "—", "the source sets no limit that is known", Verdict::Unknown};
    const auto converter = converterOf(c);
    const double top = static_cast<double>(converter.topCode());
    // A resistive sensor has no value at the ends themselves.
    const double edge =
        isResistive(c.input.sensor) ? 1 : static_cast<double>(converter.bottomCode());
    const auto readAt = [&](double code) {
        const double q = quantityAtPin(c.input, voltsOf(converter, code, c.reference));
        if (c.input.sensor != SensorKind::Platinum)
            return q;
        constexpr double coldest = 73.15; // kelvin, the ends of IEC 60751
        constexpr double hottest = 1123.15;
        return std::isnan(q) ? hottest : std::clamp(q, coldest, hottest);
    };
    const double a = readAt(edge);
    const double b = readAt(top);
    const auto [least, most] = std::minmax(a, b);
    // To a tenth of the wished step and four digits: more would say nothing.
    const double grain = (fromSi(c.wishedStep, c.unit) - fromSi(0, c.unit)) / 10;
    const auto text = [&](double si) {
        const double value = fromSi(si, c.unit);
        return significantText(grain > 0 ? std::round(value / grain) * grain : value, 4);
    };
    return {"range", fmt::format("{} to {} {}", text(least), text(most), prettyUnit(c.unit.name)),
        "what the converter can read", judged(least <= c.from && most >= c.to)};
}

WishVerdict hoursVerdict(const PlainInstrument& in)
{
    const auto& time = in.runTime;
    if (time.source.empty())
        return {"hours", "—", "no battery among the parts", Verdict::Unknown};
    if (time.averageAmpere <= 0)
        return {"hours", "—", "the parts name no current", Verdict::Unknown};
    return {"hours", significantText(time.seconds() / 3600, 3) + " h",
        fmt::format("{} mAh usable at {} mA on average",
            significantText(time.usableCoulomb / 3.6, 3),
            significantText(time.averageAmpere * 1e3, 3)),
        judged(time.seconds() >= in.wishedSeconds)};
}

} // namespace

std::string_view verdictWord(Verdict verdict)
{
    constexpr std::array<std::string_view, 3> words{"met", "missed", "not judged"};
    return words[static_cast<std::size_t>(verdict)];
}

double digitHeight(const PlainInstrument& in, const StemChoice& choice)
{
    const auto& display = in.displays[choice.display];
    double pixels = 0;
    for (const auto& field : display.pages[choice.page].fields)
        if (field.kind == FieldKind::Value && field.reader == in.readers[choice.reader].id)
            if (const auto* font = findPixelFont(field.font))
                pixels = std::max(pixels, static_cast<double>(inkRows(*font) * field.scale));
    return pixels * display.pixelPitch;
}

double readableDistance(double height)
{
    constexpr double arcMinutes = 20;
    return height / (2 * std::tan(arcMinutes / 60 * std::numbers::pi / 180 / 2));
}

std::vector<WishVerdict> wishesOf(
    const PlainInstrument& in, const StemChoice& choice, const Stem& stem)
{
    const auto& c = in.channels[choice.channel];
    const bool isKnown = c.isAnalog() || stem.budget.accuracy > 0;
    const bool isCode = givesCodes(c.source.kind);
    const double step = stem.leaves[static_cast<std::size_t>(Leaf::Glass)].step;
    const double half = 2 * stem.budget.accuracy;
    const double height = digitHeight(in, choice);
    const double distance = readableDistance(height);
    return {
        rangeVerdict(c),
        isCode || std::isnan(step)
            ? WishVerdict{"step", "—", isCode ? "codes have no steps" : "not known",
                Verdict::Unknown}
            : WishVerdict{"step", differenceText(c, step, 3),
                "smallest change that the glass shows", judged(step <= c.wishedStep * (1 + 1e-9))},
        isKnown
            ? WishVerdict{"tolerance", "±" + differenceText(c, half, 2),
                "uncertainty with k = 2, all parts", judged(half <= c.tolerance)}
            : WishVerdict{"tolerance", "—", "the source's accuracy is not given", Verdict::Unknown},
        {"freshness", durationText(stem.age.oldest()), "the oldest that a shown number gets",
            judged(stem.age.oldest() <= c.freshnessSeconds)},
        hoursVerdict(in),
        {"readingDistance", significantText(distance, 2) + " m",
            fmt::format("digits {} mm high, 20 minutes of arc", significantText(height * 1e3, 2)),
            judged(distance >= in.readingDistance)},
    };
}

} // namespace fern
