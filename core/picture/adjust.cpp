#include "picture/adjust.h"

#include <algorithm>
#include <cmath>
#include <cstddef>

namespace fern {

namespace {

std::uint8_t inByte(double value)
{
    return static_cast<std::uint8_t>(std::lround(std::clamp(value, 0.0, 255.0)));
}

/// From `from` (factor 0) over `to` (factor 1) and beyond.
Rgb blended(Rgb from, Rgb to, double factor)
{
    const auto mix = [factor](
                         std::uint8_t a, std::uint8_t b) { return inByte(a + (b - a) * factor); };
    return {mix(from.red, to.red), mix(from.green, to.green), mix(from.blue, to.blue)};
}

Rgb grey(std::uint8_t level)
{
    return {level, level, level};
}

RgbImage smoothed(const RgbImage& image)
{
    constexpr int middle = 5, sum = 13;
    auto smooth = image;
    for (int y = 1; y + 1 < image.height; ++y)
        for (int x = 1; x + 1 < image.width; ++x) {
            int red = 0, green = 0, blue = 0;
            for (int dy = -1; dy <= 1; ++dy)
                for (int dx = -1; dx <= 1; ++dx) {
                    const int weight = dx == 0 && dy == 0 ? middle : 1;
                    const auto& pixel = image.at(x + dx, y + dy);
                    red += weight * pixel.red;
                    green += weight * pixel.green;
                    blue += weight * pixel.blue;
                }
            const auto mean = [](int of) { return inByte(static_cast<double>(of) / sum); };
            smooth.at(x, y) = {mean(red), mean(green), mean(blue)};
        }
    return smooth;
}

/// The old pixels that a new one covers, and how much of the first and the last.
struct Cover {
    int first = 0, last = 0; ///< both within
    double firstShare = 1, lastShare = 1;
};

std::vector<Cover> coversOf(int from, int to)
{
    std::vector<Cover> covers;
    const double each = static_cast<double>(from) / to;
    for (int i = 0; i < to; ++i) {
        const double begin = i * each, end = begin + each;
        Cover cover;
        cover.first = std::min(from - 1, static_cast<int>(begin));
        cover.last = std::clamp(static_cast<int>(std::ceil(end)) - 1, cover.first, from - 1);
        cover.firstShare = std::min(end, cover.first + 1.0) - begin;
        cover.lastShare = end - std::max(begin, static_cast<double>(cover.last));
        covers.push_back(cover);
    }
    return covers;
}

} // namespace

RgbImage turned(const RgbImage& image, int quarters)
{
    const int turn = (quarters % 4 + 4) % 4;
    if (turn == 0)
        return image;
    RgbImage result(turn == 2 ? image.width : image.height, turn == 2 ? image.height : image.width);
    for (int y = 0; y < image.height; ++y)
        for (int x = 0; x < image.width; ++x) {
            const int right = image.width - 1 - x, bottom = image.height - 1 - y;
            result.at(turn == 1 ? bottom
                    : turn == 2 ? right
                                : y,
                turn == 1       ? x
                    : turn == 2 ? bottom
                                : right) = image.at(x, y);
        }
    return result;
}

RgbImage cropped(const RgbImage& image, double left, double top, double width, double height)
{
    const auto part = [](double from, double share, int side) {
        const int begin = std::clamp(static_cast<int>(std::lround(from * side)), 0, side - 1);
        const int end =
            std::clamp(static_cast<int>(std::lround((from + share) * side)), begin + 1, side);
        return std::pair(begin, end);
    };
    const auto [x0, x1] = part(left, width, image.width);
    const auto [y0, y1] = part(top, height, image.height);
    RgbImage result(x1 - x0, y1 - y0);
    for (int y = y0; y < y1; ++y)
        std::copy_n(image.pixels.begin() + static_cast<std::ptrdiff_t>(image.indexOf(x0, y)),
            x1 - x0,
            result.pixels.begin() + static_cast<std::ptrdiff_t>(result.indexOf(0, y - y0)));
    return result;
}

RgbImage scaled(const RgbImage& image, int width, int height)
{
    if (width == image.width && height == image.height)
        return image;
    RgbImage result(width, height);
    const auto across = coversOf(image.width, width);
    const auto down = coversOf(image.height, height);
    const auto shareOf = [](const Cover& c, int at) {
        return at == c.first ? c.firstShare : at == c.last ? c.lastShare : 1.0;
    };
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const auto& columns = across[static_cast<std::size_t>(x)];
            const auto& rows = down[static_cast<std::size_t>(y)];
            double red = 0, green = 0, blue = 0, all = 0;
            for (int row = rows.first; row <= rows.last; ++row)
                for (int column = columns.first; column <= columns.last; ++column) {
                    const double share = shareOf(rows, row) * shareOf(columns, column);
                    const auto& pixel = image.at(column, row);
                    red += share * pixel.red;
                    green += share * pixel.green;
                    blue += share * pixel.blue;
                    all += share;
                }
            result.at(x, y) = {inByte(red / all), inByte(green / all), inByte(blue / all)};
        }
    return result;
}

RgbImage adjusted(RgbImage image, const PictureWork& work)
{
    if (work.saturation != 1)
        for (auto& pixel : image.pixels)
            pixel = blended(grey(lumaOf(pixel)), pixel, work.saturation);
    if (work.contrast != 1 && !image.pixels.empty()) {
        double sum = 0;
        for (const auto& pixel : image.pixels)
            sum += lumaOf(pixel);
        const auto mean = grey(inByte(sum / static_cast<double>(image.pixels.size())));
        for (auto& pixel : image.pixels)
            pixel = blended(mean, pixel, work.contrast);
    }
    if (work.brightness != 1)
        for (auto& pixel : image.pixels)
            pixel = blended({}, pixel, work.brightness);
    if (work.sharpness != 1) {
        const auto smooth = smoothed(image);
        for (std::size_t i = 0; i < image.pixels.size(); ++i)
            image.pixels[i] = blended(smooth.pixels[i], image.pixels[i], work.sharpness);
    }
    return image;
}

RgbImage worked(const RgbImage& image, const PictureWork& work, int width, int height)
{
    return adjusted(scaled(cropped(turned(image, work.quarterTurns), work.left, work.top,
                               work.width, work.height),
                        width, height),
        work);
}

} // namespace fern
