#include "glass/parts/colour_panel.h"

#include "glass/grid_index.h"
#include "glass/parts/noise.h"

namespace fern {

namespace {

constexpr unsigned mirrorsRows = 0x80, mirrorsColumns = 0x40, exchanges = 0x20, blueFirst = 0x08;

GlassFace colourFace(const ColourPanelSpec& spec, double pitch)
{
    GlassFace face;
    face.columns = spec.isLandscape ? spec.glassRows : spec.glassColumns;
    face.rows = spec.isLandscape ? spec.glassColumns : spec.glassRows;
    face.pitch = pitch;
    return face;
}

std::uint16_t exchanged(std::uint16_t colour)
{
    return static_cast<std::uint16_t>(
        (colour & 0x07E0U) | (colour >> 11U) | ((colour & 0x1FU) << 11U));
}

} // namespace

ColourPanel::ColourPanel(const ColourPanelSpec& spec, double pitch)
    : m_spec(spec)
    , m_face(std::make_shared<const GlassFace>(colourFace(spec, pitch)))
    , m_memory(
          static_cast<std::size_t>(spec.memoryColumns) * static_cast<std::size_t>(spec.memoryRows))
{
    reset();
}

void ColourPanel::reset()
{
    m_left = m_top = m_x = m_y = 0;
    m_right = m_spec.memoryColumns - 1;
    m_bottom = m_spec.memoryRows - 1;
    m_order = 0;
    m_bytesPerPixel = 3;
    m_isAwake = m_isOn = m_isInverted = false;
}

void ColourPanel::powerOn()
{
    fillWithNoise(m_memory);
}

void ColourPanel::take(const Transfer& transfer, Ticks /*at*/)
{
    for (const auto byte : transfer.bytes) {
        if (transfer.kind == TransferKind::Command)
            command(byte);
        else if (transfer.kind == TransferKind::Data)
            data(byte);
        else if (transfer.kind == TransferKind::Light)
            m_light = byte / 255.0;
    }
}

void ColourPanel::command(std::uint8_t byte)
{
    m_command = byte;
    m_parameters.clear();
    m_pixel.clear();
    switch (byte) {
    case 0x01:
        return reset();
    case 0x10:
    case 0x11:
        m_isAwake = byte == 0x11;
        break;
    case 0x20:
    case 0x21:
        m_isInverted = byte == 0x21;
        break;
    case 0x28:
    case 0x29:
        m_isOn = byte == 0x29;
        break;
    case 0x2C:
        m_x = m_left;
        m_y = m_top;
        break;
    default:
        break;
    }
}

void ColourPanel::data(std::uint8_t byte)
{
    if (m_command == 0x2C || m_command == 0x3C)
        return pixelByte(byte);
    m_parameters.push_back(byte);
    const auto word = [&](std::size_t i) { return m_parameters[i] << 8 | m_parameters[i + 1]; };
    if (m_parameters.size() == 1 && m_command == 0x36)
        m_order = byte;
    else if (m_parameters.size() == 1 && m_command == 0x3A)
        m_bytesPerPixel = (byte & 0x07U) == 5 ? 2 : 3;
    else if (m_parameters.size() == 4 && m_command == 0x2A) {
        m_left = m_x = word(0);
        m_right = word(2);
    } else if (m_parameters.size() == 4 && m_command == 0x2B) {
        m_top = m_y = word(0);
        m_bottom = word(2);
    }
    if (m_parameters.size() > 4)
        m_parameters.resize(5); // of commands that change nothing here
}

/// High byte first; three bytes have six bits each.
void ColourPanel::pixelByte(std::uint8_t byte)
{
    m_pixel.push_back(byte);
    if (static_cast<int>(m_pixel.size()) < m_bytesPerPixel)
        return;
    const unsigned colour = m_bytesPerPixel == 2
        ? static_cast<unsigned>(m_pixel[0]) << 8U | m_pixel[1]
        : (m_pixel[0] & 0xF8U) << 8U | (m_pixel[1] & 0xFCU) << 3U | m_pixel[2] >> 3U;
    m_pixel.clear();
    put(static_cast<std::uint16_t>(colour));
}

void ColourPanel::put(std::uint16_t colour)
{
    int column = (m_order & exchanges) != 0 ? m_y : m_x;
    int row = (m_order & exchanges) != 0 ? m_x : m_y;
    if ((m_order & mirrorsColumns) != 0)
        column = m_spec.memoryColumns - 1 - column;
    if ((m_order & mirrorsRows) != 0)
        row = m_spec.memoryRows - 1 - row;
    if (column >= 0 && column < m_spec.memoryColumns && row >= 0 && row < m_spec.memoryRows)
        m_memory[gridIndex(column, row, m_spec.memoryColumns)] = colour;
    if (m_x != m_right) {
        m_x = (m_x + 1) & 0xFFFF;
        return;
    }
    m_x = m_left;
    m_y = m_y == m_bottom ? m_top : (m_y + 1) & 0xFFFF;
}

GlassPicture ColourPanel::seen(Ticks /*at*/) const
{
    GlassPicture picture{m_face, {}, m_light};
    const bool isDark = !m_isAwake || !m_isOn;
    for (int y = 0; y < m_face->rows; ++y)
        for (int x = 0; x < m_face->columns; ++x) {
            const int column =
                m_spec.firstColumn + (m_spec.isLandscape ? m_spec.glassColumns - 1 - y : x);
            const int row = m_spec.firstRow + (m_spec.isLandscape ? x : y);
            auto colour = m_memory[gridIndex(column, row, m_spec.memoryColumns)];
            if ((m_order & blueFirst) != 0)
                colour = exchanged(colour);
            if (m_isInverted != m_spec.wantsInversion)
                colour = static_cast<std::uint16_t>(~colour);
            picture.levels.push_back(isDark ? 0 : colour);
        }
    return picture;
}

} // namespace fern
