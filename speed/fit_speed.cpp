// Calibration curves through a million pairs.

#include "base/random.h"
#include "scale/fit.h"

#include <benchmark/benchmark.h>

namespace fern {
namespace {

void fitPairsOf(benchmark::State& state, FitModel model)
{
    const RandomStream random(1, "pairs", "speed");
    std::vector<FitPair> pairs;
    for (std::uint64_t i = 0; i < 1'000'000; ++i) {
        const double x = 4095 * random.uniform(2 * i);
        pairs.push_back({x, 0.004 * x + random.symmetric(2 * i + 1)});
    }
    for (auto _ : state)
        benchmark::DoNotOptimize(fitPairs(pairs, model)->residualSquares);
}
BENCHMARK_CAPTURE(fitPairsOf, line, FitModel::Line)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(fitPairsOf, quadratic, FitModel::Quadratic)->Unit(benchmark::kMillisecond);

} // namespace
} // namespace fern
