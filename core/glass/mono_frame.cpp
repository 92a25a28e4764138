#include "glass/mono_frame.h"

#include <algorithm>

namespace fern {

MonoFrame::MonoFrame(int width, int height)
    : m_width(width)
    , m_height(height)
    , m_bytes(static_cast<std::size_t>(width) * static_cast<std::size_t>(height / 8))
{
    assert(width > 0 && height > 0 && height % 8 == 0);
}

bool MonoFrame::pixel(int x, int y) const
{
    return isInside(x, y) && ((m_bytes[indexOf(x, y)] >> (y % 8)) & 1) != 0;
}

void MonoFrame::setPixel(int x, int y, bool lit)
{
    if (!isInside(x, y))
        return;
    const auto mask = static_cast<std::uint8_t>(1U << (y % 8));
    auto& byte = m_bytes[indexOf(x, y)];
    byte = static_cast<std::uint8_t>(lit ? byte | mask : byte & ~mask);
}

void MonoFrame::clearBox(int x, int y, int width, int height)
{
    const int top = std::max(y, 0);
    const int bottom = std::min(y + height, m_height);
    const int left = std::max(x, 0);
    const int right = std::min(x + width, m_width);
    for (int row = top; row < bottom && left < right;) {
        // As many rows as lie in one page go together.
        const int next = std::min(bottom, row - row % 8 + 8);
        const unsigned kept = ~((0xFFU >> (8 - (next - row))) << (row % 8));
        const auto first = m_bytes.begin() + static_cast<std::ptrdiff_t>(indexOf(left, row));
        std::transform(first, first + (right - left), first,
            [kept](std::uint8_t byte) { return static_cast<std::uint8_t>(byte & kept); });
        row = next;
    }
}

} // namespace fern
