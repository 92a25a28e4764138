#include "picture/array_guess.h"

#include <algorithm>
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

/// The mean difference of neighbours, by that of pixels that lie anywhere.
double unrestOf(const RgbImage& image)
{
    double sum = 0;
    int pairs = 0;
    for (int y = 0; y < image.height; ++y)
        for (int x = 0; x < image.width; ++x) {
            if (x + 1 < image.width)
                sum += differenceOf(image.at(x, y), image.at(x + 1, y)), ++pairs;
            if (y + 1 < image.height)
                sum += differenceOf(image.at(x, y), image.at(x, y + 1)), ++pairs;
        }
    // Pixels a prime number of places apart stand for pixels anywhere.
    constexpr std::size_t prime = 7919;
    double anywhere = 0;
    const auto count = image.pixels.size();
    for (std::size_t i = 0; i < count; ++i)
        anywhere += differenceOf(image.pixels[i], image.pixels[(i * prime + prime) % count]);
    anywhere /= static_cast<double>(count);
    return pairs == 0 || anywhere == 0 ? 0 : sum / pairs / anywhere;
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

std::vector<ArrayGuess> guessesOf(std::span<const std::uint8_t> bytes, int width, int height)
{
    std::vector<ArrayGuess> guesses;
    for (std::size_t i = 0; i < arrayOrders; ++i) {
        const auto order = static_cast<ArrayOrder>(i);
        for (const auto& [across, down] : sizesOf(bytes.size(), order, width, height)) {
            ArrayGuess guess{order, across, down, 0};
            guess.unrest = unrestOf(pictureOf(bytes, guess));
            guesses.push_back(guess);
        }
    }
    std::stable_sort(guesses.begin(), guesses.end(),
        [](const ArrayGuess& a, const ArrayGuess& b) { return a.unrest < b.unrest; });
    return guesses;
}

} // namespace fern
