#include "screens/dots.h"

#include "base/split.h"

#include <algorithm>
#include <array>
#include <span>

#include <fmt/format.h>

namespace fern {

Dots Dots::ofRows(const std::vector<std::uint8_t>& rows, int width)
{
    Dots dots(width, static_cast<int>(rows.size()));
    for (int y = 0; y < dots.height(); ++y)
        for (int x = 0; x < width; ++x)
            dots.set(x, y, (rows[static_cast<std::size_t>(y)] >> (width - 1 - x) & 1) != 0);
    return dots;
}

std::vector<std::uint8_t> Dots::rows() const
{
    std::vector<std::uint8_t> rows(static_cast<std::size_t>(height()));
    for (int y = 0; y < height(); ++y)
        for (int x = 0; x < std::min(m_width, 8); ++x)
            if (isLit(x, y))
                rows[static_cast<std::size_t>(y)] = static_cast<std::uint8_t>(
                    rows[static_cast<std::size_t>(y)] | 1U << (m_width - 1 - x));
    return rows;
}

Dots Dots::resized(int across, int down) const
{
    Dots dots(across, down);
    for (int y = 0; y < std::min(down, height()); ++y)
        for (int x = 0; x < std::min(across, m_width); ++x)
            dots.set(x, y, isLit(x, y));
    return dots;
}

std::string dotsText(const Dots& dots)
{
    std::string text;
    for (int y = 0; y < dots.height(); ++y) {
        text += y > 0 ? " " : "";
        for (int x = 0; x < dots.width(); ++x)
            text += dots.isLit(x, y) ? '1' : '0';
    }
    return text;
}

Result<Dots> parseDots(std::string_view text)
{
    const auto rows = splitAtBlanks(text);
    const auto wrong = [](std::string message) {
        return Error{ErrorCode::Malformed, std::move(message), ""};
    };
    if (rows.empty())
        return wrong("a glyph has rows of 0 and 1, such as 01100 10010");
    if (rows.size() > mostDots || rows.front().size() > mostDots)
        return wrong(fmt::format("a glyph has at most {} dots a side", mostDots));
    Dots dots(static_cast<int>(rows.front().size()), static_cast<int>(rows.size()));
    for (std::size_t y = 0; y < rows.size(); ++y) {
        if (rows[y].size() != rows.front().size())
            return wrong("the rows of a glyph are equally long");
        for (std::size_t x = 0; x < rows[y].size(); ++x) {
            if (rows[y][x] != '0' && rows[y][x] != '1')
                return wrong("a glyph has rows of 0 and 1, such as 01100 10010");
            dots.set(static_cast<int>(x), static_cast<int>(y), rows[y][x] == '1');
        }
    }
    return dots;
}

namespace {

constexpr int pixelsOfDigit = 4; ///< of mono
constexpr int digitsOf565 = 4;

std::size_t digitsOfRow(const Picture& p)
{
    const auto width = static_cast<std::size_t>(p.width);
    switch (p.colours) {
    case PictureColours::Mono:
        return (width + pixelsOfDigit - 1) / pixelsOfDigit;
    case PictureColours::Inks:
        return width;
    case PictureColours::Rgb565:
        return width * digitsOf565;
    }
    return 0;
}

constexpr std::string_view hexDigits = "0123456789ABCDEF";

/// The value of each character as a hexadecimal digit; -1 of what is none.
constexpr auto digitValues = [] {
    std::array<int, 256> values{};
    values.fill(-1);
    for (std::size_t i = 0; i < hexDigits.size(); ++i) {
        values[static_cast<unsigned char>(hexDigits[i])] = static_cast<int>(i);
        if (i >= 10)
            values['a' + i - 10] = static_cast<int>(i);
    }
    return values;
}();

} // namespace

std::string levelsText(const Picture& p)
{
    const auto digits = digitsOfRow(p);
    std::string text((digits + 1) * static_cast<std::size_t>(p.height), ' ');
    auto* out = text.data();
    const auto* level = p.levels.data();
    for (int y = 0; y < p.height; ++y, level += p.width, ++out) {
        const auto put = [&out](unsigned digit) { *out++ = hexDigits[digit & 15U]; };
        switch (p.colours) {
        case PictureColours::Mono:
            for (int x = 0; x < p.width; x += pixelsOfDigit) {
                unsigned digit = 0;
                for (int i = x; i < x + pixelsOfDigit; ++i)
                    digit = digit << 1U | (i < p.width ? level[i] & 1U : 0U);
                put(digit);
            }
            break;
        case PictureColours::Inks:
            for (int x = 0; x < p.width; ++x)
                put(level[x]);
            break;
        case PictureColours::Rgb565:
            for (int x = 0; x < p.width; ++x)
                for (const unsigned shift : {12U, 8U, 4U, 0U})
                    put(static_cast<unsigned>(level[x]) >> shift);
            break;
        }
    }
    text.resize(text.size() - std::min<std::size_t>(text.size(), 1)); // no blank behind the last
    return text;
}

namespace {

/// Reads a row of digits, as many as it must have, into its levels; returns whether all are right.
bool readRow(PictureColours colours, std::string_view row, std::span<std::uint16_t> levels)
{
    int wrong = 0; // below zero with any digit that is none
    const auto value = [&](std::size_t digit) {
        const int its = digitValues[static_cast<unsigned char>(row[digit])];
        wrong |= its;
        return static_cast<unsigned>(its);
    };
    for (std::size_t x = 0; x < levels.size(); ++x) {
        unsigned level = 0;
        switch (colours) {
        case PictureColours::Mono:
            level = value(x / pixelsOfDigit) >> (pixelsOfDigit - 1U - x % pixelsOfDigit) & 1U;
            break;
        case PictureColours::Inks:
            level = value(x);
            wrong |= level < 1 || level > 7 ? -1 : 0;
            break;
        case PictureColours::Rgb565:
            for (std::size_t i = 0; i < digitsOf565; ++i)
                level = level << 4U | value(x * digitsOf565 + i);
            break;
        }
        levels[x] = static_cast<std::uint16_t>(level);
    }
    return wrong >= 0;
}

} // namespace

Result<std::vector<std::uint16_t>> parseLevels(const Picture& p, std::string_view text)
{
    const auto wrong = [](std::string message) {
        return Error{ErrorCode::Malformed, std::move(message), ""};
    };
    const auto rows = splitAtBlanks(text);
    if (rows.size() != static_cast<std::size_t>(p.height))
        return wrong(
            fmt::format("the picture has {} rows, its height says {}", rows.size(), p.height));
    const auto width = static_cast<std::size_t>(p.width);
    std::vector<std::uint16_t> levels(width * rows.size());
    for (std::size_t y = 0; y < rows.size(); ++y) {
        if (rows[y].size() != digitsOfRow(p))
            return wrong(fmt::format("a row of the picture has {} digits, its width says {}",
                rows[y].size(), digitsOfRow(p)));
        if (!readRow(p.colours, rows[y], {levels.data() + y * width, width}))
            return wrong(p.colours == PictureColours::Inks
                    ? "the inks of a picture are digits from 1 to 7"
                    : "the rows of a picture are hexadecimal digits");
    }
    return levels;
}

const std::shared_ptr<const Picture>& SharedPicture::blank()
{
    static const auto picture = std::make_shared<const Picture>(
        Picture{PictureColours::Mono, 8, 8, std::vector<std::uint16_t>(64)});
    return picture;
}

} // namespace fern
