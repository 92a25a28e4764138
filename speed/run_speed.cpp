// Runs with every byte sent, of the skiff demo and of an hour of large displays; and one edit until
// everything shown is new.

#include "app/runner/run_view.h"
#include "instrument/edits.h"
#include "io/files.h"
#include "run/firmware_run.h"

#include <benchmark/benchmark.h>

namespace fern {
namespace {

Instrument demo(const std::string& name)
{
    return *io::loadInstrument(std::string(FERN_TICK_SOURCE) + "/demo/" + name + ".fern.json");
}
Instrument skiff()
{
    return demo("wagtail-skiff");
}

constexpr double runSeconds = 600;

void skiffRun(benchmark::State& state)
{
    const auto plain = *resolve(skiff(), "");
    for (auto _ : state) {
        RunHistory history(ticksFromSeconds(30));
        FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(runSeconds));
        benchmark::DoNotOptimize(history.samples().size());
    }
}
BENCHMARK(skiffRun)->Unit(benchmark::kMillisecond);

/// Simulates an hour, of which the history keeps what the window keeps.
void hourOf(benchmark::State& state, const char* name)
{
    constexpr double hour = 3600;
    const auto plain = *resolve(demo(name), "");
    for (auto _ : state) {
        RunHistory history(ticksFromSeconds(30));
        FirmwareRun(plain, {}, history).advanceTo(ticksFromSeconds(hour));
        benchmark::DoNotOptimize(history.redraws().size());
    }
}
BENCHMARK_CAPTURE(hourOf, paper, "shed-notices")->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(hourOf, colour, "workshop-pc")->Unit(benchmark::kMillisecond);

void oneEdit(benchmark::State& state)
{
    const auto before = skiff();
    const Ticks now = ticksFromSeconds(300);
    double ohm = 47;
    for (auto _ : state) {
        auto divider = before.channels[0]->frontEnd;
        divider.r1 = {ohm += 0.001, "kohm"};
        const auto after = *withFrontEnd(before, "house-battery", divider);
        app::RunView view;
        view.resolved = std::make_shared<const PlainInstrument>(*resolve(after, ""));
        view.choice = stemChoices(view.plain(), 0).front();
        view.fixed = std::make_shared<const app::StaticPart>(
            app::staticPartOf(after, view.plain(), 0, view.choice));
        RunHistory history(ticksFromSeconds(30));
        FirmwareRun run(view.plain(), {now - ticksFromSeconds(50), {}}, history);
        run.advanceTo(now);
        app::fillFromHistory(view, after, history, now, ticksFromSeconds(30));
        benchmark::DoNotOptimize(view.fixed->findings.size() + view.shown.values.size());
    }
}
BENCHMARK(oneEdit)->Unit(benchmark::kMillisecond);

} // namespace
} // namespace fern
