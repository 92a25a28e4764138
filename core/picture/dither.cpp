#include "picture/dither.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <limits>

namespace fern {

namespace {

/// A colour with the error that came to it: no byte holds it.
struct Sum {
    int red = 0, green = 0, blue = 0;
};

bool isGrey(Rgb c)
{
    return c.red == c.green && c.green == c.blue;
}

class Nearest {
public:
    explicit Nearest(std::span<const Rgb> palette)
    {
        for (const auto& c : palette)
            m_palette.push_back({c.red, c.green, c.blue});
    }
    std::size_t operator()(const Sum& sum) const
    {
        std::size_t nearest = 0;
        int least = std::numeric_limits<int>::max();
        for (std::size_t i = 0; i < m_palette.size(); ++i) {
            const auto& c = m_palette[i];
            const int red = sum.red - c.red, green = sum.green - c.green, blue = sum.blue - c.blue;
            const int distance = red * red + green * green + blue * blue;
            if (distance < least) {
                least = distance;
                nearest = i;
            }
        }
        return nearest;
    }
    const Sum& colour(std::size_t index) const { return m_palette[index]; }

private:
    std::vector<Sum> m_palette;
};

constexpr int matrixSide = 8;

/// Bayer's matrix: each step puts four copies of four times the last one at 0, 2, 3 and 1.
constexpr std::array<int, matrixSide * matrixSide> bayerMatrix()
{
    std::array<int, matrixSide * matrixSide> matrix{};
    for (int y = 0; y < matrixSide; ++y)
        for (int x = 0; x < matrixSide; ++x) {
            constexpr std::array<int, 4> quarters{0, 2, 3, 1};
            int value = 0;
            for (int bit = 0; bit < 3; ++bit) {
                const int quarter = ((y >> bit) & 1) * 2 + ((x >> bit) & 1);
                value = value * 4 + quarters[static_cast<std::size_t>(quarter)];
            }
            matrix[static_cast<std::size_t>(y * matrixSide + x)] = value;
        }
    return matrix;
}

/// What is pushed over to the neighbours below, a row at a time.
class Diffusion {
public:
    explicit Diffusion(int width)
        : m_here(static_cast<std::size_t>(width) + 2)
        , m_below(m_here.size())
    {
    }
    void nextRow()
    {
        std::swap(m_here, m_below);
        std::fill(m_below.begin(), m_below.end(), Sum{});
        m_right = {};
    }
    /// The pixel with what came to it.
    Sum at(int x, const Rgb& pixel) const
    {
        const auto& error = m_here[static_cast<std::size_t>(x) + 1];
        return {pixel.red + error.red + m_right.red, pixel.green + error.green + m_right.green,
            pixel.blue + error.blue + m_right.blue};
    }
    void spread(int x, Sum error)
    {
        for (int* part : {&error.red, &error.green, &error.blue})
            *part = std::clamp(*part, -farOff, farOff);
        constexpr int right = 7, belowLeft = 3, below = 5, belowRight = 1;
        auto* row = m_below.data() + x + 1;
        m_right = share(error, right);
        add(row[-1], share(error, belowLeft));
        add(row[0], share(error, below));
        add(row[1], share(error, belowRight));
    }

private:
    static Sum share(const Sum& error, int sixteenths)
    {
        constexpr int all = 16;
        return {error.red * sixteenths / all, error.green * sixteenths / all,
            error.blue * sixteenths / all};
    }
    /// An error grows without end where a palette has no colour beyond the picture's; so far off it
    /// makes no difference any more.
    static constexpr int farOff = 4096;
    static void add(Sum& to, const Sum& what)
    {
        to.red += what.red;
        to.green += what.green;
        to.blue += what.blue;
    }

    std::vector<Sum> m_here, m_below; ///< with a place beyond each edge
    Sum m_right;
};

/// Each matrix step moves the values up or down, by as much as colours lie apart.
Sum moved(const Rgb& pixel, int threshold, int apart)
{
    constexpr int steps = matrixSide * matrixSide;
    // Around the middle: a half step to both sides.
    const int by = apart * (steps - 1 - 2 * threshold) / (2 * steps);
    return {pixel.red + by, pixel.green + by, pixel.blue + by};
}

RgbImage inGrey(const RgbImage& image)
{
    auto result = image;
    for (auto& pixel : result.pixels)
        pixel = {lumaOf(pixel), lumaOf(pixel), lumaOf(pixel)};
    return result;
}

} // namespace

int orderedThreshold(int x, int y)
{
    constexpr auto matrix = bayerMatrix();
    return matrix[static_cast<std::size_t>(y % matrixSide * matrixSide + x % matrixSide)];
}

std::vector<std::uint8_t> dithered(
    const RgbImage& image, std::span<const Rgb> palette, Dither dither)
{
    assert(palette.size() >= 2 && palette.size() <= 256);
    if (std::all_of(palette.begin(), palette.end(), isGrey)
        && !std::all_of(image.pixels.begin(), image.pixels.end(), isGrey))
        return dithered(inGrey(image), palette, dither);
    const Nearest nearest(palette);
    const int apart = palette.size() == 2 ? 255 : 128; // of several colours about half as far
    Diffusion diffusion(image.width);
    std::vector<std::uint8_t> indices(image.pixels.size());
    for (int y = 0; y < image.height; ++y) {
        diffusion.nextRow();
        for (int x = 0; x < image.width; ++x) {
            const auto at = image.indexOf(x, y);
            const auto& pixel = image.pixels[at];
            Sum sum{pixel.red, pixel.green, pixel.blue};
            if (dither == Dither::FloydSteinberg)
                sum = diffusion.at(x, pixel);
            else if (dither == Dither::Ordered)
                sum = moved(pixel, orderedThreshold(x, y), apart);
            const auto index = nearest(sum);
            indices[at] = static_cast<std::uint8_t>(index);
            const auto& c = nearest.colour(index);
            if (dither == Dither::FloydSteinberg)
                diffusion.spread(x, {sum.red - c.red, sum.green - c.green, sum.blue - c.blue});
        }
    }
    return indices;
}

} // namespace fern
