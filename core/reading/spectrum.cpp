#include "reading/spectrum.h"

#include "curves/sine.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace fern {

std::vector<SpectrumLine> spectrumOf(
    std::span<const double> samples, double sampleSeconds, std::size_t most)
{
    if (samples.size() > most)
        samples = samples.last(most);
    const auto n = samples.size();
    if (n < 8 || !(sampleSeconds > 0))
        return {};
    const auto count = static_cast<double>(n);
    const double mean = std::accumulate(samples.begin(), samples.end(), 0.0) / count;
    // One turn in n steps serves the window and every line.
    std::vector<double> sine(n);
    std::vector<double> cosine(n);
    std::vector<double> windowed(n);
    for (std::size_t i = 0; i < n; ++i) {
        const double turns = static_cast<double>(i) / count;
        sine[i] = sineOfTurns(turns);
        cosine[i] = sineOfTurns(turns + 0.25);
        windowed[i] = (samples[i] - mean) * (0.5 - 0.5 * cosine[i]);
    }
    // The sums of a Hann window are half as large as those of none.
    constexpr double gain = 0.5;
    std::vector<SpectrumLine> lines;
    for (std::size_t k = 1; k <= n / 2; ++k) {
        double real = 0;
        double imaginary = 0;
        for (std::size_t i = 0; i < n; ++i) {
            real += windowed[i] * cosine[k * i % n];
            imaginary += windowed[i] * sine[k * i % n];
        }
        const double sides = 2 * k == n ? 1 : 2; // the mirrored line is the same sine
        lines.push_back({static_cast<double>(k) / (count * sampleSeconds),
            sides * std::hypot(real, imaginary) / (gain * count)});
    }
    return lines;
}

std::vector<SpectrumLine> averagedSpectrum(std::span<const double> samples, double sampleSeconds,
    std::size_t segment, std::size_t mostSegments)
{
    segment = std::min(segment, samples.size());
    if (segment < 8)
        return {};
    const std::size_t halves = (samples.size() - segment) / (segment / 2) + 1;
    const std::size_t count = std::min(halves, mostSegments);
    std::vector<SpectrumLine> mean;
    std::size_t taken = 0;
    for (std::size_t i = 0; i < count; ++i) {
        const auto part = samples.subspan(i * halves / count * (segment / 2), segment);
        if (std::any_of(part.begin(), part.end(), [](double x) { return std::isnan(x); }))
            continue;
        const auto lines = spectrumOf(part, sampleSeconds, segment);
        mean.resize(lines.size());
        for (std::size_t k = 0; k < lines.size(); ++k) {
            mean[k].hertz = lines[k].hertz;
            mean[k].amplitude += lines[k].amplitude * lines[k].amplitude;
        }
        ++taken;
    }
    for (auto& line : mean)
        line.amplitude = std::sqrt(line.amplitude / static_cast<double>(taken));
    return mean;
}

double aliasOf(double hertz, double sampleSeconds)
{
    const double turns = hertz * sampleSeconds;
    return std::fabs(turns - std::floor(turns + 0.5)) / sampleSeconds;
}

} // namespace fern
