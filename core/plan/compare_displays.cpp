#include "plan/comparison.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "base/units.h"
#include "glass/pixel_font.h"
#include "glass/redraw.h"
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

/// What a display of a class shows, typical of the class. Of mono pixels the part itself says it;
/// any other panel of pixels draws its characters in any font that is high enough.
struct GlassFacts {
    std::string_view id; ///< of the catalogue
    int cells = 0; ///< characters at once; 0: pixels
    double digit = 0; ///< metre
    int width = 0, height = 0; ///< pixels
    double pitch = 0; ///< metre
    std::string_view colours = "one";
    double frame = 0; ///< seconds that all of it takes; 0: by the bytes on its bus
};
constexpr auto glassFacts = std::to_array<GlassFacts>({
    {"mono-128x64"},
    {"mono-128x32"},
    {"mono-64x32"},
    {"mono-128x32-fixed"},
    {"character-16x2", 32, 4.9e-3, 0, 0, 0, "one", 34 * 41e-6},
    {"character-16x2-i2c", 32, 4.9e-3, 0, 0, 0, "one", 34 * 6 * 9 / 100e3},
    {"character-20x4", 80, 4.2e-3, 0, 0, 0, "one", 84 * 41e-6},
    {"character-20x4-i2c", 80, 4.2e-3, 0, 0, 0, "one", 84 * 6 * 9 / 100e3},
    {"four-digits-two-wire", 4, 14e-3, 0, 0, 0, "one", 7 * 9 / 50e3},
    {"segment-glass", 4, 10e-3, 0, 0, 0, "black on grey", 1 / 60.0},
    {"colour-tft", 0, 0, 240, 135, 0.104e-3, "65 536", 240 * 135 * 16 / 20e6},
    {"electronic-paper", 0, 0, 640, 400, 0.135e-3, "7", 20},
});

/// The facts with what the part says of its pixels.
GlassFacts factsOf(GlassFacts glass, const Part& part)
{
    if (glass.cells > 0 || glass.width > 0)
        return glass;
    glass.width = part.width;
    glass.height = part.height;
    glass.pitch = inSi(part.pixelPitch);
    return glass;
}

/// The characters that fit and can be read from a distance; 0 when none can.
int charactersFrom(const GlassFacts& glass, double distance)
{
    if (glass.cells > 0)
        return readableDistance(glass.digit) >= distance ? glass.cells : 0;
    constexpr int largestScale = 4;
    int most = 0;
    for (const auto& font : pixelFonts())
        for (int scale = 1; scale <= largestScale; ++scale)
            if (readableDistance(inkRows(font) * scale * glass.pitch) >= distance)
                most = std::max(most,
                    (glass.width / (font.width * scale)) * (glass.height / (font.height * scale)));
    return most;
}

/// All of its pixels as the driver sends them, or what its class takes.
double frameSeconds(const GlassFacts& glass, int bufferBytes, double busHertz)
{
    return glass.frame > 0 ? glass.frame
                           : i2cWritesSeconds(fullFrameTransfers(glass.width * glass.height / 8,
                                                  {.bufferBytes = bufferBytes}),
                               busHertz);
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
        const double busHertz = inSi(busSpeedOf(in, *display));
        int mostCharacters = 0;
        for (const auto& row : glassFacts) {
            const auto& entry = *findInCatalogue(row.id);
            const bool isNow = entry.part.className == now->className;
            const auto& part = isNow ? *now : entry.part;
            const auto glass = factsOf(row, part);
            const int characters = charactersFrom(glass, plain.readingDistance);
            if (isNow && characters > 0) {
                c.recommended = c.ways.size();
                mostCharacters = characters;
            }
            c.ways.push_back({entry.title,
                {std::to_string(pinsTaken(part)),
                    characters == 0 ? "none can be read" : std::to_string(characters),
                    durationText(frameSeconds(glass, display->bufferBytes, busHertz)),
                    ampereText(currentOf(in.parts, part, Draw::Average)), hoursWith(in, *now, part),
                    std::string(glass.colours)},
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
