#include "cli/cli.h"

#include "glass/parts/usual_parts.h"
#include "glass/picture_text.h"
#include "glass/recorded_bytes.h"
#include "io/files.h"
#include "io/pictures.h"
#include "run/firmware_run.h"
#include "run/run_history.h"

#include <algorithm>
#include <memory>
#include <utility>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct GlassArguments {
    std::string path, display, page, scenario, png;
    std::string play, part, pbm, ppm, text;
    double at = 0;
    int zoom = 4;
};

void glass(Context& context, const GlassArguments& a)
{
    auto loaded = load(a.path, a.scenario);
    if (!loaded)
        return context.fail(loaded.error());
    auto plain = std::move(loaded).value().plain;
    const auto display = indexOf(plain.displays, a.display);
    if (display == plain.displays.size())
        return context.fail(
            {ErrorCode::NotFound, fmt::format("there is no display \"{}\"", a.display), a.path});
    if (!a.page.empty()) {
        auto& shown = plain.displays[display];
        const auto page = indexOf(shown.pages, a.page);
        if (page == shown.pages.size())
            return context.fail({ErrorCode::NotFound,
                fmt::format("\"{}\" has no page \"{}\"", a.display, a.page), a.path});
        shown.page = shown.pages[page];
    }
    RunHistory history(ticksFromSeconds(1));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(a.at));
    // Before the first redraw is complete, wait for it: a picture of nothing helps nobody.
    if (history.lastRedraw(display) == nullptr)
        run.tick(display,
            ticksFromSeconds(a.at + 2 * inSeconds(plain.displays[display].redrawEvery) + 60));
    const auto* redraw = history.lastRedraw(display);
    if (redraw == nullptr)
        return context.fail({ErrorCode::NotFound, "the display was never redrawn", a.path});
    if (const auto written = io::writeGlassPng(*redraw->picture, a.zoom, a.png); !written)
        return context.fail(written.error());
    if (context.json)
        print(json::writeCompact(object({{"frameHash",
                  json::makeString(fmt::format("{:016x}", pictureHash(*redraw->picture)))}}))
            + "\n");
}

/// What bytes that were recorded on a bus make of a part.
void play(Context& context, const GlassArguments& a)
{
    auto part = makeUsualPart(a.part);
    if (part == nullptr) {
        std::string ids;
        for (const auto& usual : usualParts())
            ids += (ids.empty() ? "" : ", ") + std::string(usual.id);
        return context.fail({ErrorCode::InvalidArgument,
            fmt::format("there is no display \"{}\"; there are {}", a.part, ids), ""});
    }
    constexpr std::size_t most = 256U << 20U; // bytes
    const auto file = io::readFile(a.play, most);
    if (!file)
        return context.fail(file.error());
    const auto transfers = parseRecordedBytes(*file);
    if (!transfers)
        return context.fail({transfers.error().code, transfers.error().message, a.play});
    Ticks at;
    for (const auto& [when, transfer] : *transfers)
        part->take(transfer, at = when);
    const auto picture = part->seen(std::max(at, ticksFromSeconds(a.at)));
    const bool isGrid = picture.face->rows > 0;
    if (!isGrid && (!a.pbm.empty() || !a.ppm.empty()))
        return context.fail({ErrorCode::InvalidArgument,
            fmt::format("{} has no grid of pixels: take --text or --png", a.part), ""});
    std::string words;
    for (const auto& row : part->text())
        words += row + "\n";
    Result<void> written;
    const auto write = [&](const std::string& path, const auto& make) {
        if (written && !path.empty())
            written = io::writeFileAtomically(path, make());
    };
    write(a.pbm, [&] { return asBitmap(picture); });
    write(a.ppm, [&] { return asPixmap(picture); });
    write(a.text, [&] { return words; });
    if (written && !a.png.empty())
        written = io::writeGlassPng(picture, a.zoom, a.png);
    if (!written)
        return context.fail(written.error());
    print(words);
}

} // namespace

void addGlass(CLI::App& app, Context& context)
{
    auto a = std::make_shared<GlassArguments>();
    auto* command = addCommand(app, context, "glass",
        "the simulated display as a PNG, or what recorded bytes make of one");
    auto* file = command->add_option("FILE", a->path);
    auto* display = command->add_option("--display", a->display);
    command->add_option("--page", a->page);
    command->add_option("--scenario", a->scenario, "id or name; the first by default");
    auto* at = command->add_option("--at", a->at, "seconds")->check(CLI::Range(0.0, 1e7));
    auto* png = command->add_option("--png", a->png);
    command->add_option("--zoom", a->zoom)->check(CLI::Range(1, 64));
    auto* bytes = command->add_option("--play", a->play, "a table of t_s, kind, bytes")
                      ->excludes(file)
                      ->excludes(display);
    command->add_option("--part", a->part, "the display that takes them")->needs(bytes);
    command->add_option("--pbm", a->pbm, "a portable bitmap")->needs(bytes);
    command->add_option("--ppm", a->ppm, "a portable pixmap")->needs(bytes);
    command->add_option("--text", a->text, "what can be read as characters")->needs(bytes);
    command->callback([&context, a, at, png] {
        if (!a->play.empty())
            return play(context, *a);
        for (const auto& [isGiven, name] : {std::pair(!a->path.empty(), "FILE"),
                 {!a->display.empty(), "--display"}, {png->count() > 0, "--png"}})
            if (!isGiven)
                throw CLI::RequiredError(name);
        if (at->count() > 0 && a->scenario.empty())
            throw CLI::RequiresError("--at", "--scenario");
        glass(context, *a);
    });
}

} // namespace fern::cli
