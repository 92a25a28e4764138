#include "picture/dither.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cstddef>
#include <cstdint>
#include <limits>

namespace fern {

namespace {

/// A colour with the error that came to it: no byte holds it.
struct ColourValue {
    int red = 0, green = 0, blue = 0;

    static ColourValue of(Rgb c) { return {c.red, c.green, c.blue}; }
    /// The same done to each part.
    template <class F> ColourValue each(F f) const { return {f(red), f(green), f(blue)}; }
    friend ColourValue operator+(ColourValue a, ColourValue b)
    {
        return {a.red + b.red, a.green + b.green, a.blue + b.blue};
    }
    friend ColourValue operator-(ColourValue a, ColourValue b)
    {
        return {a.red - b.red, a.green - b.green, a.blue - b.blue};
    }
    friend int product(ColourValue a, ColourValue b)
    {
        return a.red * b.red + a.green * b.green + a.blue * b.blue;
    }
};

/// The same where all colours are grey.
struct GreyValue {
    int level = 0;

    static GreyValue of(Rgb c) { return {lumaOf(c)}; }
    template <class F> GreyValue each(F f) const { return {f(level)}; }
    friend GreyValue operator+(GreyValue a, GreyValue b) { return {a.level + b.level}; }
    friend GreyValue operator-(GreyValue a, GreyValue b) { return {a.level - b.level}; }
    friend int product(GreyValue a, GreyValue b) { return a.level * b.level; }
};

bool isGrey(Rgb c)
{
    return c.red == c.green && c.green == c.blue;
}

template <class Value> class Nearest {
public:
    explicit Nearest(std::span<const Rgb> palette)
    {
        for (const auto& c : palette) {
            const auto value = Value::of(c);
            m_palette.push_back({value, product(value, value)});
        }
    }
    /// Of the squares of distances the part that is the same for all colours is left out.
    std::size_t operator()(const Value& value) const
    {
        // Distance and index as one number: the least is found without a branch.
        constexpr std::int64_t most = 256;
        auto least = std::numeric_limits<std::int64_t>::max();
        for (std::size_t i = 0; i < m_palette.size(); ++i) {
            const std::int64_t distance =
                m_palette[i].square - 2 * product(m_palette[i].value, value);
            least = std::min(least, distance * most + static_cast<std::int64_t>(i));
        }
        return static_cast<std::size_t>(least & (most - 1));
    }
    const Value& colour(std::size_t index) const { return m_palette[index].value; }

private:
    struct Colour {
        Value value;
        int square;
    };
    std::vector<Colour> m_palette;
};

constexpr int matrixSide = 8;

constexpr std::size_t placeIn(int x, int y)
{
    return static_cast<std::size_t>(y) * matrixSide + static_cast<std::size_t>(x);
}

/// Bayer's matrix: each step puts four copies of four times the last one at 0, 2, 3 and 1.
constexpr std::array<int, placeIn(0, matrixSide)> bayerMatrix()
{
    std::array<int, placeIn(0, matrixSide)> matrix{};
    for (int y = 0; y < matrixSide; ++y)
        for (int x = 0; x < matrixSide; ++x) {
            constexpr std::array<int, 4> quarters{0, 2, 3, 1};
            int value = 0;
            for (int bit = 0; bit < 3; ++bit) {
                const int quarter = ((y >> bit) & 1) * 2 + ((x >> bit) & 1);
                value = value * 4 + quarters.at(static_cast<std::size_t>(quarter));
            }
            matrix[placeIn(x, y)] = value;
        }
    return matrix;
}

/// What is pushed over to the neighbours below, a row at a time.
template <class Value> class Diffusion {
public:
    explicit Diffusion(int width)
        : m_here(static_cast<std::size_t>(width) + 2)
        , m_below(m_here.size())
    {
    }
    void nextRow()
    {
        std::swap(m_here, m_below);
        std::fill(m_below.begin(), m_below.end(), Value{});
        m_right = {};
    }
    /// The pixel with what came to it.
    Value at(int x, const Value& pixel) const
    {
        return pixel + m_here[static_cast<std::size_t>(x) + 1] + m_right;
    }
    void spread(int x, const Value& rest)
    {
        const auto error = rest.each([](int part) { return std::clamp(part, -farOff, farOff); });
        constexpr int right = 7, belowLeft = 3, below = 5, belowRight = 1;
        auto* row = m_below.data() + x + 1;
        m_right = share(error, right);
        row[-1] = row[-1] + share(error, belowLeft);
        row[0] = row[0] + share(error, below);
        row[1] = row[1] + share(error, belowRight);
    }

private:
    static Value share(const Value& error, int sixteenths)
    {
        constexpr int all = 16;
        return error.each([sixteenths](int part) { return part * sixteenths / all; });
    }
    /// An error grows without end where a palette has no colour beyond the picture's; so far off it
    /// makes no difference any more.
    static constexpr int farOff = 4096;

    std::vector<Value> m_here, m_below; ///< with a place beyond each edge
    Value m_right;
};

/// By how much a step of the matrix moves the values, around the middle, where colours lie so far
/// apart.
int movedBy(int threshold, int apart)
{
    constexpr int steps = matrixSide * matrixSide;
    return apart * (steps - 1 - 2 * threshold) / (2 * steps);
}

template <class Value>
std::vector<std::uint8_t> ditheredAs(
    const RgbImage& image, std::span<const Rgb> palette, Dither dither)
{
    const Nearest<Value> nearest(palette);
    const int apart = palette.size() == 2 ? 255 : 128; // of several colours about half as far
    Diffusion<Value> diffusion(image.width);
    std::vector<std::uint8_t> indices(image.pixels.size());
    std::size_t at = 0;
    for (int y = 0; y < image.height; ++y) {
        diffusion.nextRow();
        for (int x = 0; x < image.width; ++x, ++at) {
            auto value = Value::of(image.pixels[at]);
            if (dither == Dither::FloydSteinberg)
                value = diffusion.at(x, value);
            else if (dither == Dither::Ordered)
                value = value.each(
                    [by = movedBy(orderedThreshold(x, y), apart)](int part) { return part + by; });
            const auto index = nearest(value);
            indices[at] = static_cast<std::uint8_t>(index);
            if (dither == Dither::FloydSteinberg)
                diffusion.spread(x, value - nearest.colour(index));
        }
    }
    return indices;
}

} // namespace

int orderedThreshold(int x, int y)
{
    constexpr auto matrix = bayerMatrix();
    return matrix[placeIn(x % matrixSide, y % matrixSide)];
}

std::vector<std::uint8_t> dithered(
    const RgbImage& image, std::span<const Rgb> palette, Dither dither)
{
    assert(palette.size() >= 2 && palette.size() <= 256);
    return std::all_of(palette.begin(), palette.end(), isGrey)
        ? ditheredAs<GreyValue>(image, palette, dither)
        : ditheredAs<ColourValue>(image, palette, dither);
}

} // namespace fern
