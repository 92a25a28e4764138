#include "plan/comparison.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "base/units.h"
#include "drive/firmware.h"
#include "glass/metrics.h"
#include "glass/pixel_font.h"
#include "instrument/parts_view.h"
#include "judge/wishes.h"
#include "judge/words.h"
#include "parts/catalogue.h"
#include "parts/power.h"
#include "timing/bus.h"

#include <algorithm>
#include <array>
#include <memory>

#include <fmt/format.h>

namespace fern {

namespace {

/// Of the catalogue, what a maker chooses among.
constexpr auto offered = std::to_array<std::string_view>({"mono-128x64", "mono-128x32",
    "mono-64x32", "mono-128x32-fixed", "mono-84x48", "character-16x2", "character-16x2-i2c",
    "character-20x4", "character-20x4-i2c", "four-digits-points", "eight-digits", "segment-glass",
    "matrix-32x8", "colour-tft", "colour-320x240", "paper-128x296", "electronic-paper"});

/// The characters that fit and can be read from a distance; 0 when none can.
int charactersFrom(const GlassMetrics& glass, double distance)
{
    if (glass.unit != GlassUnit::Pixels)
        return readableDistance(glass.characterHeight) >= distance ? glass.columns * glass.rows : 0;
    constexpr int largestScale = 4;
    int most = 0;
    for (const auto& font : pixelFonts())
        for (int scale = 1; scale <= largestScale; ++scale)
            if (readableDistance(inkRows(font) * scale * glass.pitch) >= distance)
                most = std::max(most,
                    (glass.columns / (font.width * scale)) * (glass.rows / (font.height * scale)));
    return most;
}

/// All of it, sent on its bus, and refreshed where it must be.
double frameSeconds(const DisplaySpec& display, const DriverSpec& driver, double busHertz)
{
    const auto& paper = std::get_if<PaperSpec>(&display.shape);
    double seconds = paper != nullptr ? inSi(paper->fullRefresh) : 0;
    for (const auto& step : DisplayFirmware({display, driver, 0}).most())
        seconds += transferSeconds(step.transfer, display.interface, busHertz) + step.waits;
    return seconds;
}

std::string coloursOf(const DisplaySpec& display)
{
    if (const auto* paper = std::get_if<PaperSpec>(&display.shape))
        return std::to_string(paper->colours);
    switch (display.kind()) {
    case DisplayKind::ColourPanel:
        return "65 536";
    case DisplayKind::MonoLcd:
    case DisplayKind::CharacterLcd:
    case DisplayKind::SegmentGlass:
        return "dark on grey";
    case DisplayKind::MonoOled:
    case DisplayKind::TwoWireDigits:
    case DisplayKind::ShiftDigits:
    case DisplayKind::LedMatrix:
    case DisplayKind::Paper:
        break;
    }
    return "one";
}

/// How long the battery lasts with it in the place of the present one.
std::string hoursWith(const Instrument& in, const Part& now, Part other)
{
    other.id = now.id;
    other.fedBy = now.fedBy;
    auto parts = in.parts;
    for (auto& part : parts)
        if (part->id == now.id)
            part = std::make_shared<const Part>(other);
    const auto time = runTimeOf(parts);
    return time.source.empty()   ? "no end"
        : time.averageAmpere > 0 ? hoursText(time.seconds())
                                 : "no load told";
}

std::size_t pinsTaken(const Part& part)
{
    return part.port ? 0 : part.lines.size();
}

} // namespace

std::vector<Comparison> compareDisplays(const Instrument& in, const PlainInstrument& plain)
{
    std::vector<Comparison> comparisons;
    for (const auto& display : in.displays) {
        const auto* now = findById(in.parts, display->part);
        if (now == nullptr)
            continue;
        Comparison c;
        c.place = fmt::format("/parts/{}/display", now->id);
        c.question = "Which display?";
        const auto distance = quantityText(plain.readingDistance, *parseUnit("m"), 2);
        c.context = "read from " + distance;
        c.columns = {"pins", "characters", "all of it in", "draws", "runs", "colours"};
        const auto ownInterface = now->display->interface;
        const double busHertz = inSi(busSpeedOf(in, *display));
        int mostCharacters = 0;
        for (const auto id : offered) {
            const auto& entry = *findInCatalogue(id);
            const bool isNow = entry.part.className == now->className;
            const auto& part = isNow ? *now : entry.part;
            const auto& spec = *part.display;
            const int characters = charactersFrom(metricsOf(spec), plain.readingDistance);
            if (isNow && characters > 0) {
                c.recommended = c.ways.size();
                mostCharacters = characters;
            }
            const double fastest =
                part.port ? inSi(part.port->fastest) : usualHertz(spec.interface);
            const double hertz =
                spec.interface == ownInterface ? std::min(busHertz, fastest) : fastest;
            c.ways.push_back({entry.title,
                {std::to_string(pinsTaken(part)),
                    characters == 0 ? "none can be read" : std::to_string(characters),
                    durationText(frameSeconds(spec, display->driver, isNow ? busHertz : hertz)),
                    ampereText(currentOf(in.parts, part, Draw::Average)), hoursWith(in, *now, part),
                    coloursOf(spec)},
                {}, isNow, part.className, {}});
        }
        c.reason = c.recommended
            ? fmt::format(
                "What is there shows {} that can be read from {}; another one is worth its "
                "work for more of them, colours, or hours.",
                countText(mostCharacters, "character"), distance)
            : fmt::format(
                "None can be recommended without knowing what is to be read from {}.", distance);
        comparisons.push_back(std::move(c));
    }
    return comparisons;
}

} // namespace fern
