#include "picture/array_guess.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>

namespace fern {

namespace {

/// How far two neighbours differ, 0 to 1.
double differenceOf(Rgb a, Rgb b)
{
    constexpr double most = 3 * 255;
    return (std::abs(a.red - b.red) + std::abs(a.green - b.green) + std::abs(a.blue - b.blue))
        / most;
}

/// How much neighbours differ: those that one byte or page holds, and those at its border.
struct Neighbours {
    double inner = 0, border = 0;
    int innerPairs = 0, borderPairs = 0;

    void add(double difference, bool isBorder)
    {
        (isBorder ? border : inner) += difference;
        ++(isBorder ? borderPairs : innerPairs);
    }
    double mean() const
    {
        const int pairs = innerPairs + borderPairs;
        return pairs == 0 ? 0 : (inner + border) / pairs;
    }
    /// In the right order a border is like any other place.
    double seam() const
    {
        return innerPairs == 0 || borderPairs == 0
            ? 0
            : std::fabs(inner / innerPairs - border / borderPairs);
    }
};

/// What pixels that lie anywhere differ: those that stand primes apart.
double chanceOf(const RgbImage& image)
{
    constexpr std::array<std::size_t, 4> primes{7919, 1009, 3001, 5503};
    const auto count = image.pixels.size();
    double sum = 0;
    for (const auto prime : primes)
        for (std::size_t i = 0; i < count; ++i)
            sum += differenceOf(image.pixels[i], image.pixels[(i + prime) % count]);
    return sum / static_cast<double>(primes.size() * count);
}

double unrestOf(const RgbImage& image, double seamWeight)
{
    constexpr int block = 8;
    Neighbours across, down;
    for (int y = 0; y < image.height; ++y)
        for (int x = 0; x < image.width; ++x) {
            const auto& pixel = image.at(x, y);
            if (x + 1 < image.width)
                across.add(differenceOf(pixel, image.at(x + 1, y)), x % block == block - 1);
            if (y + 1 < image.height)
                down.add(differenceOf(pixel, image.at(x, y + 1)), y % block == block - 1);
        }
    const double chance = chanceOf(image);
    const double rest = (across.mean() + down.mean()) / 2;
    return chance == 0 ? 0 : (rest + seamWeight * (across.seam() + down.seam())) / chance;
}

std::vector<std::pair<int, int>> sizesOf(std::size_t bytes, ArrayOrder order, int width, int height)
{
    constexpr int least = 4, most = 1024, longest = 8;
    std::vector<std::pair<int, int>> sizes;
    const auto add = [&](int across, int down) {
        if (across > 0 && down > 0 && arrayBytes(across, down, order) == bytes)
            sizes.emplace_back(across, down);
    };
    if (width > 0 && height > 0) {
        add(width, height);
        return sizes;
    }
    // Sides that fill their bytes; a width that leaves bits of a row over is not guessed.
    const int acrossStep = order == ArrayOrder::Pages || !isOfBits(order) ? 1 : 8;
    const int downStep = order == ArrayOrder::Pages ? 8 : 1;
    for (int across = width > 0 ? width : acrossStep; across <= (width > 0 ? width : most);
         across += acrossStep) {
        const auto row = arrayBytes(across, downStep, order);
        if (bytes % row != 0 || across < least)
            continue;
        const auto down = static_cast<int>(bytes / row) * downStep;
        if ((height > 0 && down != height) || down < least || down > most || across > longest * down
            || down > longest * across)
            continue;
        add(across, down);
    }
    return sizes;
}

} // namespace

RgbImage pictureOf(std::span<const std::uint8_t> bytes, const ArrayGuess& guess)
{
    RgbImage image(guess.width, guess.height);
    if (isOfBits(guess.order)) {
        const auto lit = unpacked(bytes, guess.width, guess.height, guess.order);
        for (std::size_t i = 0; i < image.pixels.size(); ++i)
            image.pixels[i] = lit[i] ? Rgb{255, 255, 255} : Rgb{};
        return image;
    }
    const auto levels = unpacked565(bytes, guess.order);
    for (std::size_t i = 0; i < std::min(levels.size(), image.pixels.size()); ++i)
        image.pixels[i] = colourOf565(levels[i]);
    return image;
}

bool isClear(std::span<const ArrayGuess> guesses)
{
    constexpr double clear = 1.4; // below it an ordered matrix is found in the wrong order too
    return guesses.size() < 2 || guesses[1].unrest > clear * guesses[0].unrest;
}

std::vector<ArrayGuess> guessesOf(std::span<const std::uint8_t> bytes, int width, int height)
{
    // A dithered picture is restless in its right order too, but everywhere alike: seams tell the
    // order. Of sizes they tell nothing.
    constexpr double ofKnownSize = 10, ofAnySize = 1; // weights of seams
    const bool isSizeKnown = width > 0 && height > 0;
    std::vector<ArrayGuess> guesses;
    for (std::size_t i = 0; i < arrayOrders; ++i) {
        const auto order = static_cast<ArrayOrder>(i);
        for (const auto& [across, down] : sizesOf(bytes.size(), order, width, height)) {
            ArrayGuess guess{order, across, down, 0};
            guess.unrest = unrestOf(pictureOf(bytes, guess), isSizeKnown ? ofKnownSize : ofAnySize);
            guesses.push_back(guess);
        }
    }
    std::stable_sort(guesses.begin(), guesses.end(),
        [](const ArrayGuess& a, const ArrayGuess& b) { return a.unrest < b.unrest; });
    return guesses;
}

} // namespace fern
