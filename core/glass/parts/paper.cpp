#include "glass/parts/paper.h"

#include "glass/grid_index.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

constexpr std::uint16_t white = 0, black = 1, red = 2; ///< of planes
constexpr std::uint16_t whiteNumber = 1, blackNumber = 0;

constexpr GlassColour blackInk{0x22, 0x24, 0x26}, whiteInk{0xE8, 0xE6, 0xDE},
    redInk{0xA8, 0x32, 0x2C}, yellowInk{0xD9, 0xB6, 0x2E}, greenInk{0x2F, 0x6B, 0x3E},
    blueInk{0x2C, 0x4A, 0x8C}, orangeInk{0xC9, 0x6F, 0x2A};

/// What is left of black after one, two, and more partial refreshes (from memory).
constexpr std::array<GlassColour, 3> ghostInks{
    {{0xDC, 0xDB, 0xD3}, {0xCF, 0xCE, 0xC7}, {0xC2, 0xC1, 0xBA}}};

/// Those that are written as numbers know the full refresh only.
bool hasPartial(const PaperSpec& spec)
{
    return hasPlanes(spec) && spec.partialRefresh.value > 0;
}

/// The inks by their numbers on the bus; of planes by their levels.
std::vector<GlassColour> inksOf(const PaperSpec& spec)
{
    switch (spec.colours) {
    case 4:
        return {blackInk, whiteInk, yellowInk, redInk};
    case 6: // no ink has the number 4
        return {blackInk, whiteInk, yellowInk, redInk, whiteInk, blueInk, greenInk};
    case 7:
        return {blackInk, whiteInk, greenInk, blueInk, redInk, yellowInk, orangeInk};
    case 3:
        return {whiteInk, blackInk, redInk};
    default:
        return {whiteInk, blackInk};
    }
}

GlassFace paperFace(const PaperSpec& spec, double pitch)
{
    GlassFace face;
    face.columns = spec.columns;
    face.rows = spec.rows;
    face.pitch = pitch;
    face.palette = inksOf(spec);
    face.ground = hasPlanes(spec) ? white : whiteNumber;
    if (hasPartial(spec)) {
        face.ghosts = static_cast<int>(ghostInks.size());
        face.palette.insert(face.palette.end(), ghostInks.begin(), ghostInks.end());
    }
    return face;
}

} // namespace

Paper::Paper(const PaperSpec& spec, double pitch)
    : m_spec(spec)
    , m_full(ticksFromSeconds(inSi(spec.fullRefresh)))
    , m_partial(ticksFromSeconds(inSi(spec.partialRefresh)))
    , m_face(std::make_shared<const GlassFace>(paperFace(spec, pitch)))
    , m_right((spec.columns + 7) / 8 - 1)
    , m_bottom(spec.rows - 1)
{
    const auto pixels = gridIndex(0, spec.rows, spec.columns);
    const auto bytes = gridIndex(0, spec.rows, (spec.columns + 7) / 8);
    if (!hasPlanes(spec)) {
        m_numbers.assign(pixels, static_cast<std::uint8_t>(whiteNumber));
    } else {
        m_black.assign(bytes, 0xFF);
        m_red.assign(bytes, 0);
        m_ghosts.assign(pixels, 0);
    }
    m_old = m_new = levelsOfMemory();
}

void Paper::take(const Transfer& transfer, Ticks at)
{
    if (at < m_busyUntil || m_isAsleep)
        return; // lost
    for (const auto byte : transfer.bytes) {
        if (transfer.kind == TransferKind::Command)
            command(byte, at);
        else if (transfer.kind == TransferKind::Data)
            data(byte);
    }
}

void Paper::command(std::uint8_t byte, Ticks at)
{
    m_command = byte;
    m_parameters.clear();
    if (!hasPlanes(m_spec)) {
        if (byte == 0x10)
            m_pixel = 0;
        else if (byte == 0x12)
            refresh(at);
        return;
    }
    if (byte == 0x20)
        refresh(at);
    else if (byte == 0x12) { // its settings, not its planes
        m_entry = 3;
        m_left = m_top = m_byte = m_row = 0;
        m_right = (m_spec.columns + 7) / 8 - 1;
        m_bottom = m_spec.rows - 1;
        m_isPartial = false;
    }
}

void Paper::data(std::uint8_t byte)
{
    if (!hasPlanes(m_spec)) {
        const auto put = [&](unsigned number) {
            if (m_command == 0x10 && m_pixel < m_numbers.size())
                m_numbers[m_pixel++] = static_cast<std::uint8_t>(number);
        };
        const unsigned bits = static_cast<unsigned>(bitsOfColour(m_spec));
        for (unsigned shift = 8; shift > 0; shift -= bits)
            put((byte >> (shift - bits)) & ((1U << bits) - 1));
        return;
    }
    if (m_command == 0x24)
        return putPlane(m_black, byte);
    if (m_command == 0x26)
        return putPlane(m_red, byte);
    m_parameters.push_back(byte);
    const auto& p = m_parameters;
    const auto word = [&](std::size_t i) { return p[i] | p[i + 1] << 8; };
    if (m_command == 0x11 && p.size() == 1)
        m_entry = byte;
    else if (m_command == 0x44 && p.size() == 2) {
        m_left = p[0];
        m_right = p[1];
    } else if (m_command == 0x45 && p.size() == 4) {
        m_top = word(0);
        m_bottom = word(2);
    } else if (m_command == 0x4E && p.size() == 1)
        m_byte = byte;
    else if (m_command == 0x4F && p.size() == 2)
        m_row = word(0);
    else if (m_command == 0x22 && p.size() == 1)
        m_isPartial = byte == 0xFF;
    else if (m_command == 0x10 && p.size() == 1)
        m_isAsleep = (byte & 1U) != 0; // from here on only its reset line wakes it
    if (p.size() > 4)
        m_parameters.resize(5);
}

/// Eight pixels; the pointer goes on as the entry mode says, from end to start of the window.
void Paper::putPlane(std::vector<std::uint8_t>& plane, std::uint8_t byte)
{
    const int across = (m_spec.columns + 7) / 8;
    if (m_byte >= 0 && m_byte < across && m_row >= 0 && m_row < m_spec.rows)
        plane[gridIndex(m_byte, m_row, across)] = byte;
    const auto step = [](int& place, int from, int to, bool isUp) {
        const bool isLast = place == (isUp ? to : from);
        place = isLast ? (isUp ? from : to) : place + (isUp ? 1 : -1);
        return isLast;
    };
    const bool isRowFirst = (m_entry & 4U) != 0;
    const auto across1 = [&] {
        return step(
            m_byte, std::min(m_left, m_right), std::max(m_left, m_right), (m_entry & 1U) != 0);
    };
    const auto down = [&] {
        return step(
            m_row, std::min(m_top, m_bottom), std::max(m_top, m_bottom), (m_entry & 2U) != 0);
    };
    if (isRowFirst ? down() : across1())
        isRowFirst ? across1() : down();
}

std::vector<std::uint16_t> Paper::levelsOfMemory() const
{
    if (!hasPlanes(m_spec)) {
        std::vector<std::uint16_t> levels(m_numbers.begin(), m_numbers.end());
        for (auto& level : levels) // numbers without a colour stay white
            level = level < m_face->palette.size() ? level : whiteNumber;
        return levels;
    }
    std::vector<std::uint16_t> levels;
    const int across = (m_spec.columns + 7) / 8;
    const auto bitOf = [&](const std::vector<std::uint8_t>& plane, int x, int y) {
        return ((plane[gridIndex(x / 8, y, across)] >> (7 - x % 8)) & 1) != 0;
    };
    for (int y = 0; y < m_spec.rows; ++y)
        for (int x = 0; x < m_spec.columns; ++x)
            levels.push_back(m_spec.colours > 2 && bitOf(m_red, x, y) ? red
                    : bitOf(m_black, x, y)                            ? white
                                                                      : black);
    return levels;
}

void Paper::refresh(Ticks at)
{
    const bool isPartial = m_isPartial && hasPartial(m_spec);
    m_old = std::move(m_new);
    m_new = levelsOfMemory();
    if (hasPartial(m_spec))
        leaveGhosts(isPartial);
    m_begun = at;
    m_busyUntil = at + (isPartial ? m_partial : m_full);
}

void Paper::leaveGhosts(bool isPartial)
{
    const auto first = static_cast<std::uint16_t>(m_face->palette.size() - ghostInks.size());
    for (std::size_t i = 0; i < m_new.size(); ++i) {
        auto& ghost = m_ghosts[i];
        if (!isPartial)
            ghost = 0;
        else if (m_old[i] == black && m_new[i] == white && ghost < ghostInks.size())
            ++ghost;
        if (m_new[i] == white && ghost > 0)
            m_new[i] = static_cast<std::uint16_t>(first + ghost - 1);
    }
}

/// A full refresh goes over the old picture turned to its negative, white, and the negative of the
/// new one; a partial one keeps the old until the new stands.
GlassPicture Paper::seen(Ticks at) const
{
    if (at >= m_busyUntil)
        return {m_face, m_new};
    if (m_isPartial && hasPartial(m_spec))
        return {m_face, m_old};
    const std::uint16_t ground = m_face->ground;
    const std::uint16_t ink = !hasPlanes(m_spec) ? blackNumber : black;
    const auto stage =
        4 * (at - m_begun).ns / std::max<std::int64_t>(1, (m_busyUntil - m_begun).ns);
    auto levels = stage < 2 ? m_old : m_new;
    for (auto& level : levels)
        level = stage == 1 ? ground : stage == 3 ? level : isGround(*m_face, level) ? ink : ground;
    return {m_face, std::move(levels)};
}

} // namespace fern
