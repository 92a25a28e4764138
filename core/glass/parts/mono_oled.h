#pragma once
// A display of mono pixels that glow, in pages of eight rows, with either of two usual controllers:
// one with a window that its pointer runs through, and one that is written page by page.
//
// Sources: open drivers for such controllers in a kernel (commands, addresses, initial settings);
// what a part does beyond them is from memory: the pointer at the end of a page, the direction of
// the offset, which pads drive which rows.

#include "glass/display_spec.h"
#include "glass/parts/glass_part.h"

#include <array>
#include <cstdint>

namespace fern {

class MonoOled : public GlassPart {
public:
    /// The pitch is in metre; the address is that of its I²C bus.
    MonoOled(const MonoOledSpec& spec, double pitch, int address);
    std::unique_ptr<GlassPart> clone() const override { return std::make_unique<MonoOled>(*this); }
    void powerOn() override;
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;

private:
    static constexpr int memoryRows = 64;
    static constexpr int pages = 8;

    void takeI2c(const std::vector<std::uint8_t>& bytes);
    void command(std::uint8_t byte);
    void execute();
    void executeWithParameters();
    int parametersOf(std::uint8_t byte) const;
    void data(std::uint8_t byte);
    void advance();
    /// The pad that a scan line drives.
    int padOf(int line) const;
    /// The line of the glass that hangs on a pad; -1 for none.
    int glassLineOf(int pad) const;

    MonoOledSpec m_spec;
    int m_address;
    std::shared_ptr<const GlassFace> m_face;
    std::vector<std::uint8_t> m_memory; ///< by segment, page after page
    std::vector<std::uint8_t> m_begun; ///< a command whose parameters are still to come
    int m_mode = 2; ///< 0 horizontal, 1 vertical, 2 page by page
    int m_column = 0, m_page = 0;
    int m_columnStart = 0, m_columnEnd = 127, m_pageStart = 0, m_pageEnd = 7;
    int m_contrast = 0x7F;
    int m_startLine = 0, m_offset = 0, m_driven = 64;
    bool m_isOn = false, m_isPumped = false, m_isAllLit = false, m_isInverted = false;
    bool m_isRemapped = false, m_scansDown = false;
    bool m_alternates = true, m_swapsHalves = false;
};

} // namespace fern
