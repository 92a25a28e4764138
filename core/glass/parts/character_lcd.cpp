#include "glass/parts/character_lcd.h"

#include "base/utf8.h"
#include "glass/character_rom.h"
#include "glass/grid_index.h"
#include "glass/parts/crystal.h"

#include <algorithm>

namespace fern {

namespace {

const Ticks longCommand = ticksFromSeconds(1.52e-3); ///< clear and home
const Ticks shortCommand = ticksFromSeconds(37e-6);
constexpr int dotsAcross = 5, dotsDown = 8;

GlassFace cellFace(const CharacterLcdSpec& spec, double pitch)
{
    GlassFace face;
    face.columns = spec.columns * dotsAcross;
    face.rows = spec.rows * dotsDown;
    face.pitch = pitch;
    face.cellColumns = dotsAcross;
    face.cellRows = dotsDown;
    face.isLitThrough = true;
    face.palette = {{0x9F, 0xB8, 0x3A}, {0x1E, 0x2A, 0x10}};
    return face;
}

} // namespace

int firstCellOf(const CharacterLcdSpec& spec, int row)
{
    // The third and fourth row go on behind the first and second.
    return (row % 2 == 0 ? 0 : 0x40) + (row < 2 ? 0 : spec.columns);
}

CharacterLcd::CharacterLcd(const CharacterLcdSpec& spec, double pitch, std::optional<int> expander)
    : m_spec(spec)
    , m_expander(expander)
    , m_face(std::make_shared<const GlassFace>(cellFace(spec, pitch)))
{
    m_cells.fill(' ');
}

void CharacterLcd::take(const Transfer& transfer, Ticks at)
{
    if (!isOnBus(transfer.kind) && !transfer.bytes.empty()) {
        constexpr double full = 255, right = 128;
        if (transfer.kind == TransferKind::Light)
            m_light = transfer.bytes.back() / full;
        else
            m_contrast = transfer.bytes.back() / right;
        return;
    }
    if (m_expander)
        return takeExpander(transfer, at);
    const bool isData = transfer.kind == TransferKind::Data;
    if (!isData && transfer.kind != TransferKind::Command)
        return;
    auto when = at - transfer.perByte * (std::ssize(transfer.bytes) - 1);
    for (const auto byte : transfer.bytes) {
        if (transfer.perByte <= Ticks{})
            m_busyUntil = Ticks{}; // nobody said how fast: it waits for each
        write(isData, byte, when);
        when = when + transfer.perByte;
    }
}

void CharacterLcd::takeExpander(const Transfer& transfer, Ticks at)
{
    if (transfer.kind != TransferKind::I2c || transfer.bytes.empty()
        || transfer.bytes.front() != *m_expander * 2)
        return;
    auto when = at - transfer.perByte * (std::ssize(transfer.bytes) - 1);
    for (std::size_t i = 1; i < transfer.bytes.size(); ++i) {
        when = when + transfer.perByte;
        if (transfer.perByte <= Ticks{})
            m_busyUntil = Ticks{};
        strobe(transfer.bytes[i], when);
    }
}

/// Ports: register select, read, enable, light, and four lines of data. A nibble is taken when
/// enable falls while nothing is read.
void CharacterLcd::strobe(std::uint8_t port, Ticks at)
{
    constexpr unsigned registerSelect = 1, reads = 2, enable = 4;
    const unsigned before = std::exchange(m_port, port);
    const bool falls = (before & enable) != 0 && (port & enable) == 0;
    if (!falls || (before & reads) != 0)
        return;
    const bool isData = (before & registerSelect) != 0;
    const auto nibble = static_cast<std::uint8_t>(before & 0xF0U);
    if (m_isEightBit) // its lower four lines hang on nothing
        return write(isData, nibble, at);
    if (at < m_busyUntil)
        return; // lost: from now on upper and lower nibbles are exchanged
    if (!m_upperNibble) {
        m_upperNibble = nibble;
        return;
    }
    const unsigned upper = *std::exchange(m_upperNibble, {});
    write(isData, static_cast<std::uint8_t>(upper | nibble >> 4U), at);
}

void CharacterLcd::write(bool isData, std::uint8_t byte, Ticks at)
{
    if (at < m_busyUntil)
        return;
    m_isTouched = true;
    m_busyUntil = at + (!isData && byte >= 1 && byte <= 3 ? longCommand : shortCommand);
    if (isData)
        put(byte);
    else
        execute(byte);
}

void CharacterLcd::execute(std::uint8_t c)
{
    if ((c & 0x80U) != 0) {
        m_address = c & 0x7F;
        m_isInGlyphs = false;
    } else if ((c & 0x40U) != 0) {
        m_address = c & 0x3F;
        m_isInGlyphs = true;
    } else if ((c & 0x20U) != 0) {
        m_isEightBit = (c & 0x10U) != 0;
        m_hasTwoLines = (c & 0x08U) != 0;
        m_upperNibble.reset();
    } else if ((c & 0x10U) != 0) {
        const int by = (c & 0x04U) != 0 ? 1 : -1;
        if ((c & 0x08U) != 0)
            m_shift = (m_shift - by + lineCells) % lineCells;
        else
            move(by);
    } else if ((c & 0x08U) != 0) {
        m_isOn = (c & 0x04U) != 0;
        m_hasCursor = (c & 0x02U) != 0;
        m_blinks = (c & 0x01U) != 0;
    } else if ((c & 0x04U) != 0) {
        m_isUp = (c & 0x02U) != 0;
        m_shiftsDisplay = (c & 0x01U) != 0;
    } else if (c != 0) { // home, or clear too
        m_address = 0;
        m_shift = 0;
        m_isInGlyphs = false;
        if (c == 0x01) {
            m_cells.fill(' ');
            m_isUp = true;
        }
    }
}

void CharacterLcd::put(std::uint8_t byte)
{
    if (m_isInGlyphs) {
        m_glyphs[static_cast<std::size_t>(m_address & 0x3F)] = byte & 0x1F;
        m_address = (m_address + (m_isUp ? 1 : -1)) & 0x3F;
        return;
    }
    m_cells[indexOf(m_address)] = byte;
    move(m_isUp ? 1 : -1);
    if (m_shiftsDisplay)
        m_shift = (m_shift + (m_isUp ? 1 : lineCells - 1)) % lineCells;
}

/// Behind the end of a line the other one begins.
void CharacterLcd::move(int by)
{
    const auto next = (static_cast<int>(indexOf(m_address)) + by + cells) % cells;
    m_address = !m_hasTwoLines || next < lineCells ? next : 0x40 + next - lineCells;
}

std::size_t CharacterLcd::indexOf(int address) const
{
    if (!m_hasTwoLines)
        return static_cast<std::size_t>(address % cells);
    const int column = (address & 0x3F) % lineCells;
    return static_cast<std::size_t>((address & 0x40) != 0 ? lineCells + column : column);
}

/// The code that stands at a place of the glass.
std::uint8_t CharacterLcd::shown(int column, int row) const
{
    const int first = firstCellOf(m_spec, row);
    const int line = (first & 0x40) != 0 ? lineCells : 0;
    if (!m_hasTwoLines && line > 0)
        return ' ';
    return m_cells[gridIndex(line + ((first & 0x3F) + column + m_shift) % lineCells, 0, cells)];
}

/// What a code looks like, row by row.
std::array<std::uint8_t, 8> CharacterLcd::rowsOf(std::uint8_t code) const
{
    if (code >= 0x10)
        return romRows(m_spec.rom, code);
    std::array<std::uint8_t, 8> rows{};
    for (std::size_t row = 0; row < rows.size(); ++row)
        rows[row] = glyphRow(code & 0x07, static_cast<int>(row));
    return rows;
}

GlassPicture CharacterLcd::seen(Ticks at) const
{
    constexpr unsigned lightPort = 8; // of the expander
    const auto look = crystalLook(m_contrast);
    const double light = m_expander && (m_port & lightPort) == 0 ? 0 : m_light;
    GlassPicture picture{m_face, {}, crystalLight(light), look.contrast};
    const int columns = m_spec.columns * dotsAcross;
    picture.levels.resize(gridIndex(0, m_spec.rows * dotsDown, columns));
    constexpr std::int64_t blinkNs = 400'000'000;
    const bool isInverse = m_blinks && at.ns / blinkNs % 2 == 1;
    for (int row = 0; row < m_spec.rows; ++row)
        for (int column = 0; column < m_spec.columns; ++column) {
            const bool isHere = !m_isInGlyphs
                && (firstCellOf(m_spec, row) + column) % 0x80 == (m_address - m_shift);
            const auto rows = rowsOf(shown(column, row));
            for (int dot = 0; dot < dotsAcross * dotsDown; ++dot) {
                const int x = dot % dotsAcross;
                const int y = dot / dotsAcross;
                const bool isCursor = isHere && ((m_hasCursor && y == dotsDown - 1) || isInverse);
                const bool isInk =
                    ((rows[static_cast<std::size_t>(y)] >> (dotsAcross - 1 - x)) & 1) != 0;
                const bool dark = look.isAllDark ? true
                    : !m_isTouched               ? row % 2 == 0
                                                 : m_isOn && (isCursor || isInk);
                const auto index = gridIndex(column * dotsAcross + x, row * dotsDown + y, columns);
                picture.levels[index] = dark ? 1 : 0;
            }
        }
    return picture;
}

std::vector<std::string> CharacterLcd::text() const
{
    std::vector<std::string> rows;
    for (int row = 0; row < m_spec.rows; ++row) {
        std::string text;
        for (int column = 0; column < m_spec.columns; ++column)
            appendUtf8(text, m_isOn ? characterOfCode(m_spec.rom, shown(column, row)) : U' ');
        text.erase(text.find_last_not_of(' ') + 1);
        rows.push_back(std::move(text));
    }
    return rows;
}

} // namespace fern
