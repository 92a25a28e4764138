// A picture into the inks of a paper.

#include "picture/dither.h"
#include "screens/part_picture.h"

#include <benchmark/benchmark.h>

namespace fern {
namespace {

/// A sky over water, 800 × 480.
RgbImage scene()
{
    RgbImage image(800, 480);
    for (int y = 0; y < image.height; ++y)
        for (int x = 0; x < image.width; ++x)
            image.at(x, y) = {static_cast<std::uint8_t>(x * 255 / 799),
                static_cast<std::uint8_t>(y * 255 / 479),
                static_cast<std::uint8_t>(255 - (x + y) * 255 / 1278)};
    return image;
}

void ditherToInks(benchmark::State& state, PicturePalette palette)
{
    const auto image = scene();
    for (auto _ : state)
        benchmark::DoNotOptimize(pictureIn(image, palette, Dither::FloydSteinberg).levels.data());
}
BENCHMARK_CAPTURE(ditherToInks, seven, PicturePalette::Seven)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ditherToInks, mono, PicturePalette::Mono)->Unit(benchmark::kMillisecond);

} // namespace
} // namespace fern
