// Smoothing chains on a million samples.

#include "base/random.h"
#include "smooth/chain.h"
#include "smooth/step_text.h"

#include <benchmark/benchmark.h>

namespace fern {
namespace {

constexpr std::size_t count = 1'000'000;

void smoothing(benchmark::State& state, const char* steps)
{
    const RandomStream stream(1, "bench", "noise");
    std::vector<double> signal(count);
    for (std::size_t i = 0; i < count; ++i)
        signal[i] = 2000 + 300 * stream.normal(i);
    const std::vector<double> seconds(count, 0.01);
    for (auto _ : state) {
        auto values = signal;
        Chain(*parseSteps(steps), NumberKind::Float64).run(seconds, values);
        benchmark::DoNotOptimize(values.data());
    }
}

BENCHMARK_CAPTURE(smoothing, exponential, "exponential tau 0.8")->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(smoothing, average16, "moving average 16")->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(smoothing, median5, "median 5")->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(smoothing, median101, "median 101")->Unit(benchmark::kMillisecond);

} // namespace
} // namespace fern
