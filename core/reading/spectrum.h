#pragma once
// Which frequencies are in a stretch of samples: hum stands out as a line, noise lies flat.

#include <span>
#include <vector>

namespace fern {

struct SpectrumLine {
    double hertz = 0;
    double amplitude = 0; ///< of a sine of that frequency, in the unit of the samples

    bool operator==(const SpectrumLine&) const = default;
};

/// Returns the amplitude spectrum of evenly spaced samples, without their mean, under a Hann window
/// (F. J. Harris, Proc. IEEE 66 (1978) 51): lines from 1/T up to half of the sampling rate. Fewer
/// than 8 samples give none; of more than `most` the newest count.
std::vector<SpectrumLine> spectrumOf(
    std::span<const double> samples, double sampleSeconds, std::size_t most = 512);

/// Returns the spectrum of a long stretch: the mean power of overlapping segments, at most
/// `mostSegments`, spread evenly (P. D. Welch, IEEE Trans. AU-15 (1967) 70). A segment with a NaN
/// is left out; a stretch shorter than one segment is one.
std::vector<SpectrumLine> averagedSpectrum(std::span<const double> samples, double sampleSeconds,
    std::size_t segment = 512, std::size_t mostSegments = 200);

/// Returns the frequency at which one above half of the sampling rate is seen.
double aliasOf(double hertz, double sampleSeconds);

} // namespace fern
