#include "screens/dots.h"

#include "base/split.h"

#include <algorithm>

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

int valueOfDigit(char c)
{
    if (c >= '0' && c <= '9')
        return c - '0';
    if (c >= 'A' && c <= 'F')
        return c - 'A' + 10;
    return c >= 'a' && c <= 'f' ? c - 'a' + 10 : -1;
}

constexpr std::string_view hexDigits = "0123456789ABCDEF";

} // namespace

std::string levelsText(const Picture& p)
{
    std::string text;
    text.reserve((digitsOfRow(p) + 1) * static_cast<std::size_t>(p.height));
    for (int y = 0; y < p.height; ++y) {
        text += y > 0 ? " " : "";
        for (int x = 0; x < p.width; ++x) {
            const unsigned level = p.at(x, y);
            if (p.colours == PictureColours::Inks) {
                text += hexDigits[level & 15U];
            } else if (p.colours == PictureColours::Rgb565) {
                for (const unsigned shift : {12U, 8U, 4U, 0U})
                    text += hexDigits[level >> shift & 15U];
            } else if (x % pixelsOfDigit == 0) {
                unsigned digit = 0;
                for (int i = 0; i < pixelsOfDigit; ++i)
                    digit = digit << 1U | (x + i < p.width ? p.at(x + i, y) & 1U : 0U);
                text += hexDigits[digit];
            }
        }
    }
    return text;
}

Result<std::vector<std::uint16_t>> parseLevels(const Picture& p, std::string_view text)
{
    const auto wrong = [](std::string message) {
        return Error{ErrorCode::Malformed, std::move(message), ""};
    };
    const auto rows = splitAtBlanks(text);
    if (rows.size() != static_cast<std::size_t>(p.height))
        return wrong(
            fmt::format("the picture has {} rows, its height says {}", rows.size(), p.height));
    std::vector<std::uint16_t> levels;
    levels.reserve(static_cast<std::size_t>(p.width) * rows.size());
    for (const auto row : rows) {
        if (row.size() != digitsOfRow(p))
            return wrong(fmt::format("a row of the picture has {} digits, its width says {}",
                row.size(), digitsOfRow(p)));
        for (int x = 0; x < p.width; ++x) {
            const auto at = static_cast<std::size_t>(x);
            unsigned level = 0;
            const auto take = [&](std::size_t digit) {
                const int value = valueOfDigit(row[digit]);
                if (value < 0)
                    return false;
                level = level << 4U | static_cast<unsigned>(value);
                return true;
            };
            bool isRight = true;
            if (p.colours == PictureColours::Mono) {
                isRight = take(at / pixelsOfDigit);
                level = level >> (pixelsOfDigit - 1U - at % pixelsOfDigit) & 1U;
            } else if (p.colours == PictureColours::Inks) {
                isRight = take(at) && level >= 1 && level <= 7;
            } else {
                for (std::size_t i = 0; i < digitsOf565; ++i)
                    isRight = isRight && take(at * digitsOf565 + i);
            }
            if (!isRight)
                return wrong(p.colours == PictureColours::Inks
                        ? "the inks of a picture are digits from 1 to 7"
                        : "the rows of a picture are hexadecimal digits");
            levels.push_back(static_cast<std::uint16_t>(level));
        }
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
