#pragma once
// Electronic paper: what is sent goes into its memory, and nothing is seen before a refresh, which
// takes its time, flashes, and hears nothing meanwhile.
//
// Sources: the stages of a refresh from an open driver for such panels in a kernel; commands and
// times are from memory.

#include "glass/parts/glass_part.h"

#include <cstdint>
#include <optional>

namespace fern {

/// How a panel is written.
enum class PaperWay {
    Planes, ///< black and white, and perhaps red, each with a plane of its own and a window
    Nibbles, ///< the number of a colour in four bits, from the top left to the bottom right
};

struct PaperSpec {
    int columns = 128, rows = 296;
    PaperWay way = PaperWay::Planes;
    int colours = 2; ///< 2, 3, or 7
    double fullSeconds = 2, partialSeconds = 0.4; ///< of a refresh; 0: it has no partial one
    double pitch = 0.23e-3; ///< metre
};

class Paper : public GlassPart {
public:
    explicit Paper(const PaperSpec& spec);
    std::unique_ptr<GlassPart> clone() const override { return std::make_unique<Paper>(*this); }
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;
    /// Until when a refresh goes on.
    Ticks busyUntil() const { return m_busyUntil; }

private:
    void command(std::uint8_t byte, Ticks at);
    void data(std::uint8_t byte);
    void putPlane(std::vector<std::uint8_t>& plane, std::uint8_t byte);
    void refresh(Ticks at);
    std::vector<std::uint16_t> levelsOfMemory() const;

    PaperSpec m_spec;
    std::shared_ptr<const GlassFace> m_face;
    std::vector<std::uint8_t> m_black, m_red; ///< a bit for each pixel, the high one left
    std::vector<std::uint8_t> m_numbers; ///< of colours, one for each pixel
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
