#include "glass/parts/mono_oled.h"

#include "glass/grid_index.h"
#include "glass/parts/noise.h"

#include <algorithm>
#include <cassert>

namespace fern {

MonoOled::MonoOled(const MonoOledSpec& spec, double pitch, int address)
    : m_spec(spec)
    , m_address(address)
    , m_face(std::make_shared<const GlassFace>(monoFace(spec.columns, spec.rows, pitch)))
    , m_memory(static_cast<std::size_t>(spec.memoryColumns) * pages)
    , m_columnEnd(spec.memoryColumns - 1)
    , m_isPumped(spec.isPageByPage) // its converter is on after a reset
{
    assert(spec.firstSegment + spec.columns <= spec.memoryColumns && spec.rows <= memoryRows);
}

void MonoOled::powerOn()
{
    fillWithNoise(m_memory);
}

void MonoOled::take(const Transfer& transfer, Ticks /*at*/)
{
    if (transfer.kind == TransferKind::I2c)
        return takeI2c(transfer.bytes);
    for (const auto byte : transfer.bytes) {
        if (transfer.kind == TransferKind::Command)
            command(byte);
        else if (transfer.kind == TransferKind::Data)
            data(byte);
    }
}

/// A control byte says what follows: all of one sort, or one byte and another control byte.
void MonoOled::takeI2c(const std::vector<std::uint8_t>& bytes)
{
    if (bytes.empty() || bytes.front() != m_address * 2)
        return;
    for (std::size_t i = 1; i < bytes.size();) {
        const bool isData = (bytes[i] & 0x40U) != 0;
        const bool isOne = (bytes[i] & 0x80U) != 0;
        const auto end = isOne ? std::min(bytes.size(), i + 2) : bytes.size();
        for (++i; i < end; ++i)
            isData ? data(bytes[i]) : command(bytes[i]);
    }
}

int MonoOled::parametersOf(std::uint8_t byte) const
{
    switch (byte) {
    case 0x81: // contrast
    case 0xA8: // rows
    case 0xD3: // offset
    case 0xD5: // clock
    case 0xD9: // precharge
    case 0xDA: // pins
    case 0xDB: // level
        return 1;
    case 0xAD: // converter
        return m_spec.isPageByPage ? 1 : 0;
    case 0x20: // mode
    case 0x8D: // pump
        return m_spec.isPageByPage ? 0 : 1;
    case 0x21: // columns
    case 0x22: // pages
    case 0xA3: // what scrolls
        return m_spec.isPageByPage ? 0 : 2;
    case 0x26: // scrolling sideways
    case 0x27:
        return m_spec.isPageByPage ? 0 : 6;
    case 0x29: // and upwards
    case 0x2A:
        return m_spec.isPageByPage ? 0 : 5;
    default:
        return 0;
    }
}

void MonoOled::command(std::uint8_t byte)
{
    m_begun.push_back(byte);
    if (static_cast<int>(m_begun.size()) <= parametersOf(m_begun.front()))
        return;
    execute();
    m_begun.clear();
}

void MonoOled::execute()
{
    const int c = m_begun.front();
    if (m_begun.size() > 1)
        return executeWithParameters();
    if (c <= 0x0F)
        m_column = (m_column & ~0x0F) | c;
    else if (c <= 0x1F)
        m_column = (m_column & 0x0F) | ((c & 0x0F) << 4);
    else if (c >= 0x40 && c <= 0x7F)
        m_startLine = c & 0x3F;
    else if (c == 0xA0 || c == 0xA1)
        m_isRemapped = c == 0xA1;
    else if (c == 0xA4 || c == 0xA5)
        m_isAllLit = c == 0xA5;
    else if (c == 0xA6 || c == 0xA7)
        m_isInverted = c == 0xA7;
    else if (c == 0xAE || c == 0xAF)
        m_isOn = c == 0xAF;
    else if (c >= 0xB0 && c <= 0xB7)
        m_page = c & 0x07;
    else if (c >= 0xC0 && c <= 0xCF)
        m_scansDown = (c & 0x08) != 0;
}

void MonoOled::executeWithParameters()
{
    const int first = m_begun[1];
    switch (m_begun.front()) {
    case 0x81:
        m_contrast = first;
        break;
    case 0x20:
        m_mode = first & 0x03;
        break;
    case 0x21:
        m_columnStart = m_column = first & 0x7F;
        m_columnEnd = m_begun[2] & 0x7F;
        break;
    case 0x22:
        m_pageStart = m_page = first & 0x07;
        m_pageEnd = m_begun[2] & 0x07;
        break;
    case 0x8D:
        m_isPumped = (first & 0x04) != 0;
        break;
    case 0xAD:
        m_isPumped = (first & 0x01) != 0;
        break;
    case 0xA8:
        m_driven = std::clamp((first & 0x3F) + 1, 16, memoryRows);
        break;
    case 0xD3:
        m_offset = first & 0x3F;
        break;
    case 0xDA:
        m_alternates = (first & 0x10) != 0;
        m_swapsHalves = (first & 0x20) != 0;
        break;
    default:
        break; // clock and scrolling change no pixel here
    }
}

void MonoOled::data(std::uint8_t byte)
{
    const int columns = m_spec.memoryColumns;
    if (m_column < columns) {
        const int segment = m_isRemapped ? columns - 1 - m_column : m_column;
        m_memory[gridIndex(segment, m_page, columns)] = byte;
    }
    advance();
}

void MonoOled::advance()
{
    const bool isLastColumn = m_column == m_columnEnd || m_column >= m_spec.memoryColumns - 1;
    const bool isLastPage = m_page == m_pageEnd || m_page == pages - 1;
    const auto nextColumn = [&] { m_column = isLastColumn ? m_columnStart : m_column + 1; };
    const auto nextPage = [&] { m_page = isLastPage ? m_pageStart : m_page + 1; };
    if (m_mode == 1) {
        nextPage();
        if (isLastPage)
            nextColumn();
        return;
    }
    nextColumn();
    if (m_mode == 0 && isLastColumn)
        nextPage();
}

int MonoOled::padOf(int line) const
{
    const int pad = !m_alternates ? line : line % 2 == 0 ? line / 2 : 32 + line / 2;
    return m_swapsHalves ? (pad + 32) % 64 : pad;
}

int MonoOled::glassLineOf(int pad) const
{
    // The last line that is scanned in the usual way is on top.
    const int line = m_spec.isSequential ? pad : pad < 32 ? 2 * pad : 2 * (pad - 32) + 1;
    return line < m_spec.rows ? m_spec.rows - 1 - line : -1;
}

GlassPicture MonoOled::seen(Ticks /*at*/) const
{
    constexpr double steps = 256;
    GlassPicture picture{m_face, {}, (m_contrast + 1) / steps};
    picture.levels.resize(
        static_cast<std::size_t>(m_spec.columns) * static_cast<std::size_t>(m_spec.rows));
    if (!m_isOn || !m_isPumped)
        return picture;
    for (int k = 0; k < m_driven; ++k) {
        const int y = glassLineOf(padOf(k));
        const int row = ((m_scansDown ? m_driven - 1 - k : k) + m_offset) % memoryRows;
        if (y < 0 || y >= m_spec.rows || row >= m_driven)
            continue;
        const int memoryRow = (row + m_startLine) % memoryRows;
        const auto* segments =
            &m_memory[gridIndex(m_spec.firstSegment, memoryRow / 8, m_spec.memoryColumns)];
        auto* levels = &picture.levels[gridIndex(0, y, m_spec.columns)];
        for (int x = 0; x < m_spec.columns; ++x) { // the last segment stands at the left
            const bool bit =
                m_isAllLit || ((segments[m_spec.columns - 1 - x] >> (memoryRow % 8)) & 1) != 0;
            levels[x] = bit != m_isInverted ? 1 : 0;
        }
    }
    return picture;
}

} // namespace fern
