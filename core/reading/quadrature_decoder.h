#pragma once
// How the firmware follows an encoder: it compares the two lines with what they were when it looked
// last. One step either way is seen; of two it cannot tell the direction, and of four it sees
// nothing.

#include <cstdint>

namespace fern {

class QuadratureDecoder {
public:
    /// `quarter` is where the shaft stands when it looks first.
    explicit QuadratureDecoder(std::int64_t quarter = 0)
        : m_seen(quarter)
    {
    }

    /// Looks at the lines, which tell the quarter but for whole cycles.
    void look(std::int64_t quarter)
    {
        const auto step = (quarter - m_seen) & 3;
        m_seen = quarter;
        if (step == 1)
            ++m_count;
        else if (step == 3)
            --m_count;
    }

    std::int64_t count() const { return m_count; } ///< edges, up less down

private:
    std::int64_t m_seen;
    std::int64_t m_count = 0;
};

} // namespace fern
