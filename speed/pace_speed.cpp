// The pace plan of the demos, the run that proves it, and what a slider asks for.

#include "io/files.h"
#include "plan/pace_plan.h"
#include "plan/pace_proof.h"
#include "plan/what_if.h"

#include <benchmark/benchmark.h>

namespace fern {
namespace {

bool isWanted()
{
    return true;
}

Instrument demoOf(const char* name)
{
    return *io::loadInstrument(std::string(FERN_TICK_SOURCE) + "/demo/" + name + ".fern.json");
}

void planOf(benchmark::State& state, const char* name)
{
    const auto in = demoOf(name);
    const auto plain = *resolve(in, "");
    for (auto _ : state)
        benchmark::DoNotOptimize(planPace(in, PaceFamily(in, plain), isWanted)->kept);
}
BENCHMARK_CAPTURE(planOf, skiff, "wagtail-skiff")->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(planOf, computer, "workshop-pc")->Unit(benchmark::kMillisecond);

void proofOfThePlan(benchmark::State& state)
{
    const auto in = demoOf("wagtail-skiff");
    const auto plain = *resolve(in, "");
    const auto pace = planPace(in, PaceFamily(in, plain), isWanted)->chosen->pace;
    const auto with = PaceFamily(in, plain).with(pace);
    for (auto _ : state)
        benchmark::DoNotOptimize(provePace(with, isWanted)->asked);
}
BENCHMARK(proofOfThePlan)->Unit(benchmark::kMillisecond);

void oneStepOfASlider(benchmark::State& state)
{
    const auto in = demoOf("wagtail-skiff");
    auto pace = paceOf(*resolve(in, ""));
    for (auto _ : state) {
        pace.displays[0].everySeconds = pace.displays[0].everySeconds < 0.4 ? 0.5 : 0.3;
        benchmark::DoNotOptimize(whatIf(in, "", pace)->limits.size());
    }
}
BENCHMARK(oneStepOfASlider)->Unit(benchmark::kMillisecond);

} // namespace
} // namespace fern
