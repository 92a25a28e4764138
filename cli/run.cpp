#include "cli/run_figures.h"
#include "cli/run_output.h"

#include "base/number_text.h"
#include "io/files.h"
#include "io/pictures.h"
#include "run/page_shares.h"
#include "run/trace_csv.h"
#include "run/vcd.h"

#include <map>
#include <memory>
#include <optional>

#include <fmt/format.h>

namespace fern::cli {

namespace {

/// Counts redraws, keeps the last frame of each display, and passes everything on.
class Report : public RunObserver {
public:
    Report(const PlainInstrument& instrument, bool wantsTrace, bool wantsVcd)
        : redraws(instrument.displays.size())
        , pictures(instrument.displays.size())
        , figures(instrument)
        , pages(instrument)
    {
        if (wantsTrace)
            trace.emplace(instrument);
        if (wantsVcd)
            vcd.emplace(instrument);
    }

    void sampled(const SampleRecord& record) override
    {
        figures.sampled(record);
        if (trace)
            trace->sampled(record);
        if (vcd)
            vcd->sampled(record);
    }
    void told(const ToldRecord& record) override
    {
        figures.told(record);
        if (trace)
            trace->told(record);
    }
    void shown(const ShownRecord& record) override
    {
        ++redraws[record.display];
        figures.shown(record);
        pictures[record.display] = record.picture;
        if (trace)
            trace->shown(record);
    }
    void driven(const DrivenRecord& record) override { outputs[record.output] = record.to; }
    void turned(const TurnedRecord& record) override { pages.turned(record); }
    void busy(const BusyRecord& record) override
    {
        figures.busy(record);
        if (vcd)
            vcd->busy(record);
    }

    std::vector<int> redraws;
    std::vector<std::shared_ptr<const GlassPicture>> pictures;
    RunFigures figures;
    PageShares pages;
    std::map<std::size_t, double> outputs; ///< what each was set to last
    std::optional<TraceCsv> trace;
    std::optional<VcdTimeline> vcd;
};

void printSummary(
    const Context& context, const PlainInstrument& instrument, double seconds, const Report& report)
{
    auto summary = json::makeObject();
    auto redraws = json::makeObject();
    auto hashes = json::makeObject();
    std::string words = fmt::format("simulated {} s\n", shortestText(seconds));
    for (std::size_t i = 0; i < instrument.displays.size(); ++i) {
        const auto& id = instrument.displays[i].id;
        const auto hash = report.pictures[i]
            ? fmt::format("{:016x}", pictureHash(*report.pictures[i]))
            : std::string();
        redraws.add(id, json::makeNumber(report.redraws[i]));
        hashes.add(id, json::makeString(hash));
        words += fmt::format("{}: {} redraws, last frame {}\n", id, report.redraws[i], hash);
    }
    summary.add("simulatedSeconds", json::makeNumber(seconds));
    summary.add("redraws", redraws);
    report.figures.addTo(summary, words, seconds);
    auto outputs = json::makeObject();
    for (const auto& [index, value] : report.outputs) {
        const auto& output = instrument.outputs[index].spec;
        outputs.add(output.id, json::makeNumber(value));
        words += fmt::format("{}: set to {} {}\n", output.id, significantText(value, 4),
            prettyUnit(output.lowOutput.unit));
    }
    auto shares = json::makeObject();
    const auto shown = report.pages.until(ticksFromSeconds(seconds));
    for (std::size_t i = 0; i < instrument.displays.size(); ++i) {
        auto own = json::makeObject();
        std::string list;
        for (const auto& [page, share] : shown[i]) {
            own.add(page, json::makeNumber(share));
            list += fmt::format(
                "{}{} {} %", list.empty() ? "" : ", ", page, significantText(100 * share, 3));
        }
        shares.add(instrument.displays[i].id, own);
        if (instrument.displays[i].pages.size() > 1)
            words += fmt::format("{} shows {}\n", instrument.displays[i].id, list);
    }
    summary.add("pageShares", shares);
    summary.add("outputs", outputs);
    summary.add("lastFrameHash", hashes);
    print(context.json ? json::writeCompact(summary) + "\n" : words);
}

} // namespace

void addRunOutputs(CLI::App& command, RunOutputs& outputs)
{
    command.add_option("--trace", outputs.trace, "CSV of every sample and redraw");
    command.add_option("--vcd", outputs.vcd, "timeline as a value change dump");
    command.add_option("--png", outputs.png, "the glass at the end");
    command.add_option("--display", outputs.display, "whose glass; the first by default");
    command.add_option("--zoom", outputs.zoom)->check(CLI::Range(1, 64));
}

void runAndReport(Context& context, const PlainInstrument& instrument, Recordings recordings,
    double seconds, const RunOutputs& outputs)
{
    const auto display =
        outputs.display.empty() ? 0 : indexOf(instrument.displays, outputs.display);
    if (!outputs.png.empty() && display >= instrument.displays.size())
        return context.fail(
            {ErrorCode::NotFound, fmt::format("there is no display \"{}\"", outputs.display), ""});
    Report report(instrument, !outputs.trace.empty(), !outputs.vcd.empty());
    FirmwareRun(instrument, {{}, std::move(recordings)}, report)
        .advanceTo(ticksFromSeconds(seconds));
    Result<void> written;
    if (report.trace)
        written = io::writeFileAtomically(outputs.trace, report.trace->text());
    if (written && report.vcd)
        written = io::writeFileAtomically(outputs.vcd, report.vcd->text());
    if (written && !outputs.png.empty()) {
        const auto& picture = report.pictures[display];
        written = picture
            ? io::writeGlassPng(*picture, outputs.zoom, outputs.png)
            : Error{ErrorCode::NotFound, "the display was not redrawn in that time", outputs.png};
    }
    if (!written)
        return context.fail(written.error());
    printSummary(context, instrument, seconds, report);
}

void addRun(CLI::App& app, Context& context)
{
    struct Arguments {
        std::string path, scenario;
        double seconds = 0;
        std::uint64_t seed = 0;
        RunOutputs outputs;
    };
    auto a = std::make_shared<Arguments>();
    auto* command = addCommand(app, context, "run", "simulate the instrument through a scenario");
    command->add_option("FILE", a->path)->required();
    command->add_option("--scenario", a->scenario, "id or name")->required();
    command->add_option("--seconds", a->seconds)->required()->check(CLI::Range(0.0, 1e7));
    auto* seed = command->add_option("--seed", a->seed, "instead of the scenario's");
    addRunOutputs(*command, a->outputs);
    command->callback([&context, a, seed] {
        auto plain = loadPlain(a->path, a->scenario);
        if (!plain)
            return context.fail(plain.error());
        auto instrument = *std::move(plain);
        if (seed->count() > 0)
            instrument.seed = a->seed;
        runAndReport(context, instrument, {}, a->seconds, a->outputs);
    });
}

} // namespace fern::cli
