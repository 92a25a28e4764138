#include "cli/cli.h"

#include "drive/transfer_words.h"
#include "glass/parts/make_part.h"
#include "glass/picture_text.h"
#include "glass/recorded_bytes.h"
#include "io/files.h"
#include "io/pictures.h"
#include "parts/catalogue.h"
#include "run/firmware_run.h"
#include "run/run_history.h"
#include "signal/csv.h"

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
    bool isBytes = false; ///< the transfers are printed
};

/// Writes what is asked for of a display; prints its characters where nothing else is.
Result<void> write(const GlassArguments& a, const GlassPicture& picture,
    const std::vector<std::string>& text, std::string_view name)
{
    if (picture.face->rows == 0 && (!a.pbm.empty() || !a.ppm.empty()))
        return Error{ErrorCode::InvalidArgument,
            fmt::format("{} has no grid of pixels: take --text or --png", name), ""};
    std::string words;
    for (const auto& row : text)
        words += row + "\n";
    Result<void> written;
    const auto writeTo = [&](const std::string& path, const auto& make) {
        if (written && !path.empty())
            written = io::writeFileAtomically(path, make());
    };
    writeTo(a.pbm, [&] { return asBitmap(picture); });
    writeTo(a.ppm, [&] { return asPixmap(picture); });
    writeTo(a.text, [&] { return words; });
    if (written && !a.png.empty())
        written = io::writeGlassPng(picture, a.zoom, a.png);
    return written;
}

/// The transfers of a redraw with what they say, as a table that --play reads.
std::string transferTable(const DisplaySpec& part, const SentRecord& sent)
{
    std::string table = "t_s,kind,bytes,says\n";
    const auto words = transferWords(part, *sent.heard);
    for (std::size_t i = 0; i < words.size(); ++i) {
        const auto& [at, transfer] = (*sent.heard)[i];
        table += fmt::format("{:.9f},{},{},{}\n", inSeconds(at),
            transferKindWords[static_cast<std::size_t>(transfer.kind)],
            hexText(transfer.bytes, transfer.bytes.size()), csvCell(words[i]));
    }
    return table;
}

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
    auto& shown = plain.displays[display];
    if (!a.page.empty()) {
        const auto page = indexOf(shown.pages, a.page);
        if (page == shown.pages.size())
            return context.fail({ErrorCode::NotFound,
                fmt::format("\"{}\" has no page \"{}\"", a.display, a.page), a.path});
        holdPage(shown, page);
    }
    RunHistory history(ticksFromSeconds(1));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(a.at));
    // Before the first redraw is complete, wait for it: a picture of nothing helps nobody.
    if (history.lastRedraw(display) == nullptr)
        run.tick(display,
            ticksFromSeconds(
                a.at + 2 * inSeconds(shown.redrawEvery) + 2 * inSeconds(shown.response) + 60));
    const auto* redraw = history.lastRedraw(display);
    if (redraw == nullptr)
        return context.fail({ErrorCode::NotFound, "the display was never redrawn", a.path});
    const auto& sent = history.sent(display).back();
    if (const auto written = write(a, *redraw->picture, sent.after->text(), a.display); !written)
        return context.fail(written.error());
    if (a.isBytes)
        print(transferTable(shown.firmware->setup().part, sent));
    if (context.json)
        print(json::writeCompact(object({{"frameHash",
                  json::makeString(fmt::format("{:016x}", pictureHash(*redraw->picture)))}}))
            + "\n");
}

/// What bytes that were recorded on a bus make of a part.
void play(Context& context, const GlassArguments& a)
{
    const auto* entry = findInCatalogue(a.part);
    if (entry == nullptr || !entry->part.display) {
        std::string ids;
        for (const auto& other : catalogue())
            if (other.part.display)
                ids += (ids.empty() ? "" : ", ") + other.id;
        return context.fail({ErrorCode::InvalidArgument,
            fmt::format("there is no display \"{}\"; there are {}", a.part, ids), ""});
    }
    const auto part =
        makeGlassPart(*entry->part.display, entry->part.port ? entry->part.port->address : 0);
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
    const auto text = part->text();
    if (const auto written = write(a, picture, text, a.part); !written)
        return context.fail(written.error());
    for (const auto& row : text)
        print(row + "\n");
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
    command->add_option("--png", a->png);
    command->add_option("--zoom", a->zoom)->check(CLI::Range(1, 64));
    auto* bytes = command->add_option("--play", a->play, "a table of t_s, kind, bytes")
                      ->excludes(file)
                      ->excludes(display);
    command->add_option("--part", a->part, "the display that takes them")->needs(bytes);
    command->add_option("--pbm", a->pbm, "a portable bitmap");
    command->add_option("--ppm", a->ppm, "a portable pixmap");
    command->add_option("--text", a->text, "what can be read as characters");
    command->add_flag("--bytes", a->isBytes, "print the transfers of the redraw")->excludes(bytes);
    command->callback([&context, a, at] {
        if (!a->play.empty())
            return play(context, *a);
        const bool isWritten = a->isBytes || context.json
            || !(a->png.empty() && a->pbm.empty() && a->ppm.empty() && a->text.empty());
        for (const auto& [isGiven, name] :
            {std::pair(!a->path.empty(), "FILE"), {!a->display.empty(), "--display"},
                {isWritten, "--png, --pbm, --ppm, --text or --bytes"}})
            if (!isGiven)
                throw CLI::RequiredError(name);
        if (at->count() > 0 && a->scenario.empty())
            throw CLI::RequiresError("--at", "--scenario");
        glass(context, *a);
    });
}

} // namespace fern::cli
