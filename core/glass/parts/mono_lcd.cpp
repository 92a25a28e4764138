#include "glass/parts/mono_lcd.h"

#include "glass/grid_index.h"
#include "glass/parts/crystal.h"
#include "glass/parts/noise.h"

namespace fern {

namespace {

GlassFace crystalFace(int columns, int rows, double pitch)
{
    auto face = monoFace(columns, rows, pitch);
    face.isLitThrough = true;
    face.palette = {{0xA9, 0xB8, 0x9A}, {0x1C, 0x24, 0x1E}};
    return face;
}

} // namespace

MonoLcd::MonoLcd(double pitch)
    : m_face(std::make_shared<const GlassFace>(crystalFace(columns, rows, pitch)))
{
}

void MonoLcd::powerOn()
{
    fillWithNoise(m_memory);
}

void MonoLcd::take(const Transfer& transfer, Ticks /*at*/)
{
    for (const auto byte : transfer.bytes) {
        if (transfer.kind == TransferKind::Light)
            m_light = byte / 255.0;
        else if (transfer.kind == TransferKind::Command)
            command(byte);
        else if (transfer.kind == TransferKind::Data)
            data(byte);
    }
}

void MonoLcd::command(std::uint8_t byte)
{
    if ((byte & 0xF8U) == 0x20) {
        m_isDown = (byte & 4U) != 0;
        m_isVertical = (byte & 2U) != 0;
        m_isExtended = (byte & 1U) != 0;
    } else if (m_isExtended) {
        if ((byte & 0x80U) != 0) // temperature and bias change little
            m_voltage = byte & 0x7F;
    } else if ((byte & 0xF8U) == 0x08) {
        const bool isInverse = (byte & 1U) != 0;
        m_mode = (byte & 4U) != 0 ? (isInverse ? Mode::Inverted : Mode::Normal)
            : isInverse           ? Mode::AllDark
                                  : Mode::Blank;
    } else if ((byte & 0x80U) != 0 && (byte & 0x7FU) < columns) {
        m_column = byte & 0x7F;
    } else if ((byte & 0xF8U) == 0x40 && (byte & 0x07U) < banks) {
        m_bank = byte & 0x07;
    }
}

void MonoLcd::data(std::uint8_t byte)
{
    m_memory[gridIndex(m_column, m_bank, columns)] = byte;
    if (m_isVertical) {
        m_bank = (m_bank + 1) % banks;
        m_column = m_bank == 0 ? (m_column + 1) % columns : m_column;
    } else {
        m_column = (m_column + 1) % columns;
        m_bank = m_column == 0 ? (m_bank + 1) % banks : m_bank;
    }
}

GlassPicture MonoLcd::seen(Ticks /*at*/) const
{
    // 3.06 V and 60 mV a step; 6.9 V is right for such a glass.
    constexpr double least = 3.06, step = 0.06, right = 6.9; // volt
    const auto look = crystalLook(m_voltage == 0 ? 0 : (least + step * m_voltage) / right);
    GlassPicture picture{m_face, {}, crystalLight(m_light), look.contrast};
    for (int y = 0; y < rows; ++y)
        for (int x = 0; x < columns; ++x) {
            const auto byte = m_memory[gridIndex(x, y / 8, columns)];
            const bool bit = ((byte >> (y % 8)) & 1) != 0;
            const bool isDark = look.isAllDark || m_mode == Mode::AllDark
                || (m_mode == Mode::Normal && bit) || (m_mode == Mode::Inverted && !bit);
            picture.levels.push_back(!m_isDown && isDark ? 1 : 0);
        }
    return picture;
}

} // namespace fern
