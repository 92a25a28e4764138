#pragma once
// A colour panel with a controller of the command set that such panels share: a window in its
// memory is written pixel by pixel.
//
// Sources: open drivers for such controllers in a kernel (commands, initial settings, offsets);
// where the glass of the small ones lies in the memory is from memory.

#include "glass/display_spec.h"
#include "glass/parts/glass_part.h"

#include <cstdint>

namespace fern {

class ColourPanel : public GlassPart {
public:
    /// The pitch is in metre.
    ColourPanel(const ColourPanelSpec& spec, double pitch);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<ColourPanel>(*this);
    }
    void powerOn() override;
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;

private:
    void command(std::uint8_t byte);
    void data(std::uint8_t byte);
    void pixelByte(std::uint8_t byte);
    void put(std::uint16_t colour);
    void reset();

    ColourPanelSpec m_spec;
    std::shared_ptr<const GlassFace> m_face;
    std::vector<std::uint16_t> m_memory; ///< colours of 16 bits, row by row
    int m_command = 0;
    std::vector<std::uint8_t> m_parameters;
    std::vector<std::uint8_t> m_pixel; ///< its bytes so far
    int m_left = 0, m_right = 0, m_top = 0, m_bottom = 0; ///< of the window, as it is addressed
    int m_x = 0, m_y = 0;
    unsigned m_order = 0; ///< exchanges and mirrors of rows and columns, and of red and blue
    int m_bytesPerPixel = 3;
    double m_light = 1;
    bool m_isAwake = false, m_isOn = false, m_isInverted = false;
};

} // namespace fern
