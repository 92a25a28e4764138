#pragma once
// Electronic paper: what is sent goes into its memory, and nothing is seen before a refresh, which
// takes its time, flashes, and hears nothing meanwhile. A partial refresh does not flash, and
// leaves a ghost where black became white, until the next full one.
//
// Sources: the stages of a refresh from an open driver for such panels in a kernel; commands and
// times are from memory.

#include "glass/display_spec.h"
#include "glass/parts/glass_part.h"

#include <cstdint>
#include <optional>

namespace fern {

/// Returns whether black, white and perhaps red have a plane each, with a window; else the numbers
/// of the colours are sent one after another, from the top left to the bottom right.
constexpr bool hasPlanes(const PaperSpec& spec)
{
    return spec.colours <= 3;
}
/// Returns the bits of the number of a colour, where there are no planes.
constexpr int bitsOfColour(const PaperSpec& spec)
{
    return spec.colours == 4 ? 2 : 4;
}

class Paper : public GlassPart {
public:
    /// The pitch is in metre.
    Paper(const PaperSpec& spec, double pitch);
    std::unique_ptr<GlassPart> clone() const override { return std::make_unique<Paper>(*this); }
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;
    /// Until when a refresh goes on.
    Ticks busyUntil() const override { return m_busyUntil; }

private:
    void command(std::uint8_t byte, Ticks at);
    void data(std::uint8_t byte);
    void putPlane(std::vector<std::uint8_t>& plane, std::uint8_t byte);
    void refresh(Ticks at);
    void leaveGhosts(bool isPartial);
    std::vector<std::uint16_t> levelsOfMemory() const;

    PaperSpec m_spec;
    Ticks m_full, m_partial; ///< refresh; no partial one: 0
    std::shared_ptr<const GlassFace> m_face;
    std::vector<std::uint8_t> m_black, m_red; ///< a bit for each pixel, the high one left
    std::vector<std::uint8_t> m_numbers; ///< of colours, one for each pixel
    std::vector<std::uint8_t> m_ghosts; ///< how often partial refreshes took a pixel from black
    std::vector<std::uint16_t> m_old, m_new; ///< what was seen before the refresh, and is after it
    int m_command = 0;
    std::vector<std::uint8_t> m_parameters;
    unsigned m_entry = 3;
    int m_left = 0, m_right, m_top = 0, m_bottom;
    int m_byte = 0, m_row = 0; ///< the pointer
    std::size_t m_pixel = 0; ///< of a panel that is written straight on
    bool m_isPartial = false, m_isAsleep = false;
    Ticks m_begun{}, m_busyUntil{};
};

} // namespace fern
