#pragma once
// Glyphs and pictures as the file holds them: rows of dots, and rows of colours.

#include "base/archive.h"

#include <cstdint>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

constexpr int mostDots = 64; ///< of a glyph's side

/// A glyph: dots that are lit or not.
class Dots {
public:
    Dots() = default;
    /// A blank one.
    Dots(int width, int height)
        : m_width(width)
        , m_lit(static_cast<std::size_t>(width) * static_cast<std::size_t>(height))
    {
    }
    /// Of a cell: each row's lowest five bits, the left dot highest.
    static Dots ofRows(const std::vector<std::uint8_t>& rows, int width);

    int width() const { return m_width; }
    int height() const { return m_width == 0 ? 0 : static_cast<int>(m_lit.size()) / m_width; }
    bool isLit(int x, int y) const { return m_lit[indexOf(x, y)]; }
    void set(int x, int y, bool lit) { m_lit[indexOf(x, y)] = lit; }
    /// Each row as a number, the left dot highest; of at most 8 columns.
    std::vector<std::uint8_t> rows() const;
    /// The same dots in another size: from the top left corner, blank beyond.
    Dots resized(int width, int height) const;

    bool operator==(const Dots&) const = default;

private:
    std::size_t indexOf(int x, int y) const
    {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(m_width)
            + static_cast<std::size_t>(x);
    }

    int m_width = 0;
    std::vector<bool> m_lit; ///< row by row
};

/// Returns rows of "0" and "1" with blanks between them: "01100 10010".
std::string dotsText(const Dots& dots);
/// Reads them back. Error says what is no such text.
Result<Dots> parseDots(std::string_view text);

template <class Archive> void describe(Archive& a, Dots& d)
{
    std::string rows = dotsText(d);
    a.text("rows", rows);
    if constexpr (Archive::isReading) {
        if (auto read = parseDots(rows))
            d = *std::move(read);
        else
            a.failAt("rows", read.error().message);
    }
}

/// What the pixels of a picture are numbers of.
enum class PictureColours {
    Mono, ///< 0 dark, 1 lit
    Inks, ///< as Ink counts them, 1 to 7
    Rgb565,
};
inline constexpr Words<3> pictureColoursWords{"mono", "inks", "RGB565"};

constexpr int longestPicture = 1024; ///< pixels of a side

struct Picture {
    PictureColours colours = PictureColours::Mono;
    int width = 0, height = 0;
    std::vector<std::uint16_t> levels; ///< row by row

    std::uint16_t at(int x, int y) const
    {
        return levels[static_cast<std::size_t>(y) * static_cast<std::size_t>(width)
            + static_cast<std::size_t>(x)];
    }
    bool operator==(const Picture&) const = default;
};

/// Returns the rows in hexadecimal with blanks between them: of mono four pixels a digit, the left
/// one highest, of inks a digit each, of RGB565 four.
std::string levelsText(const Picture& picture);
/// Reads the levels of a picture whose colours and size are known. Error says what is wrong.
Result<std::vector<std::uint16_t>> parseLevels(const Picture& picture, std::string_view text);

template <class Archive> void describe(Archive& a, Picture& p)
{
    std::string rows = levelsText(p);
    a.choice("colours", p.colours, pictureColoursWords);
    a.integer("width", p.width, 1, longestPicture);
    a.integer("height", p.height, 1, longestPicture);
    a.text("rows", rows);
    if constexpr (Archive::isReading)
        if (!a.failed()) {
            if (auto read = parseLevels(p, rows))
                p.levels = *std::move(read);
            else
                a.failAt("rows", read.error().message);
        }
}

/// A picture that fields share: copying is cheap. Without one it is blank.
class SharedPicture {
public:
    SharedPicture() = default;
    SharedPicture(Picture picture)
        : m_picture(std::make_shared<const Picture>(std::move(picture)))
    {
    }
    const Picture& operator*() const { return *m_picture; }
    const Picture* operator->() const { return m_picture.get(); }

    /// Compares values.
    bool operator==(const SharedPicture& other) const
    {
        return m_picture == other.m_picture || *m_picture == *other.m_picture;
    }

private:
    static const std::shared_ptr<const Picture>& blank();

    std::shared_ptr<const Picture> m_picture = blank();
};

template <class Archive> void describe(Archive& a, SharedPicture& p)
{
    Picture picture = *p;
    describe(a, picture);
    if constexpr (Archive::isReading)
        p = SharedPicture(std::move(picture));
}

} // namespace fern
