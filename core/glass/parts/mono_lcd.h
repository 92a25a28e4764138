#pragma once
// A liquid-crystal display of 84 × 48 mono pixels in banks of eight rows.
//
// Source: an open driver for such a controller in a kernel (commands, initial settings); what its
// voltage does is from memory.

#include "glass/parts/glass_part.h"

#include <array>
#include <cstdint>

namespace fern {

class MonoLcd : public GlassPart {
public:
    explicit MonoLcd(double pitch);
    std::unique_ptr<GlassPart> clone() const override { return std::make_unique<MonoLcd>(*this); }
    void powerOn() override;
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;

private:
    static constexpr int columns = 84, rows = 48, banks = 6;
    enum class Mode { Blank, AllDark, Normal, Inverted };

    void command(std::uint8_t byte);
    void data(std::uint8_t byte);

    std::shared_ptr<const GlassFace> m_face;
    std::array<std::uint8_t, static_cast<std::size_t>(columns* banks)> m_memory{};
    int m_column = 0, m_bank = 0;
    bool m_isDown = true, m_isVertical = false, m_isExtended = false;
    Mode m_mode = Mode::Blank;
    int m_voltage = 0; ///< 7 bits
    double m_light = 1;
};

} // namespace fern
