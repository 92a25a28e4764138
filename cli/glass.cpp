#include "cli/cli.h"

#include "io/files.h"
#include "io/pictures.h"
#include "run/firmware_run.h"
#include "run/run_history.h"

#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct GlassArguments {
    std::string path, display, page, scenario, png;
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

} // namespace

void addGlass(CLI::App& app, Context& context)
{
    auto a = std::make_shared<GlassArguments>();
    auto* command = addCommand(app, context, "glass", "the simulated display as a PNG");
    command->add_option("FILE", a->path)->required();
    command->add_option("--display", a->display)->required();
    command->add_option("--page", a->page);
    auto* scenario =
        command->add_option("--scenario", a->scenario, "id or name; the first by default");
    command->add_option("--at", a->at, "seconds")->needs(scenario)->check(CLI::Range(0.0, 1e7));
    command->add_option("--png", a->png)->required();
    command->add_option("--zoom", a->zoom)->check(CLI::Range(1, 64));
    command->callback([&context, a] { glass(context, *a); });
}

} // namespace fern::cli
