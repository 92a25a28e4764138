#pragma once
// A character display: eighty cells of memory whose rows lie where the controller has them, eight
// glyphs of one's own, a character set in its ROM. It hears bytes over parallel wires, or nibbles
// from an expander on an I²C bus.
//
// Sources: open drivers for such controllers in a kernel and in a display daemon (commands, row
// addresses, wiring of the expander); times are from memory.

#include "glass/display_spec.h"
#include "glass/grid_index.h"
#include "glass/parts/glass_part.h"

#include <array>
#include <cstdint>
#include <optional>

namespace fern {

/// Returns the address of the first cell of a row.
int firstCellOf(const CharacterLcdSpec& spec, int row);

class CharacterLcd : public GlassPart {
public:
    /// The pitch is in metre. It has an expander of that address, or parallel wires.
    CharacterLcd(const CharacterLcdSpec& spec, double pitch, std::optional<int> expander);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<CharacterLcd>(*this);
    }
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;
    std::vector<std::string> text() const override;

    /// What a cell holds, by its address.
    std::uint8_t cell(int address) const { return m_cells[indexOf(address)]; }
    /// A row of a glyph of one's own, bit 4 the left dot.
    std::uint8_t glyphRow(int slot, int row) const { return m_glyphs[gridIndex(row, slot, 8)]; }

private:
    static constexpr int cells = 80;
    static constexpr int lineCells = 40;

    void takeExpander(const Transfer& transfer, Ticks at);
    void strobe(std::uint8_t port, Ticks at);
    void write(bool isData, std::uint8_t byte, Ticks at);
    void execute(std::uint8_t command);
    void put(std::uint8_t byte);
    void move(int by);
    std::size_t indexOf(int address) const;
    std::uint8_t shown(int column, int row) const;
    std::array<std::uint8_t, 8> rowsOf(std::uint8_t code) const;

    CharacterLcdSpec m_spec;
    std::optional<int> m_expander;
    std::shared_ptr<const GlassFace> m_face;
    std::array<std::uint8_t, cells> m_cells{};
    std::array<std::uint8_t, 64> m_glyphs{};
    int m_address = 0, m_shift = 0;
    bool m_isInGlyphs = false;
    bool m_isUp = true, m_shiftsDisplay = false;
    bool m_isOn = false, m_hasCursor = false, m_blinks = false;
    bool m_isEightBit = true, m_hasTwoLines = false;
    bool m_isTouched = false; ///< by any command; before it its first row is dark
    std::uint8_t m_port = 0xFF; ///< of the expander
    double m_light = 1, m_contrast = 1; ///< shares: of all light, of the right voltage
    std::optional<std::uint8_t> m_upperNibble; ///< that waits for its lower one
    Ticks m_busyUntil{};
};

} // namespace fern
