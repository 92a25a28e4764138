#pragma once
// The memory of a display with mono pixels, as the part holds it: pages of eight rows, one byte a
// column of eight pixels, lowest bit on top.

#include <cassert>
#include <cstdint>
#include <vector>

namespace fern {

class MonoFrame {
public:
    /// All pixels dark. height must be a multiple of 8.
    MonoFrame(int width = 128, int height = 64);

    int width() const { return m_width; }
    int height() const { return m_height; }
    bool pixel(int x, int y) const;
    /// Sets or clears a pixel; outside the frame nothing happens, as on the part.
    void setPixel(int x, int y, bool lit);
    /// Clears the box; the part of it outside the frame does not count.
    void clearBox(int x, int y, int width, int height);

    /// width · height/8 bytes, page after page.
    const std::vector<std::uint8_t>& bytes() const { return m_bytes; }

    bool operator==(const MonoFrame&) const = default;

private:
    std::size_t indexOf(int x, int y) const
    {
        return static_cast<std::size_t>(y / 8) * static_cast<std::size_t>(m_width)
            + static_cast<std::size_t>(x);
    }
    bool isInside(int x, int y) const { return x >= 0 && y >= 0 && x < m_width && y < m_height; }

    int m_width;
    int m_height;
    std::vector<std::uint8_t> m_bytes;
};

} // namespace fern
