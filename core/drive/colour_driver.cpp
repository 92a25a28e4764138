#include "drive/colour_driver.h"

#include "drive/bytes.h"
#include "drive/pixel_page.h"
#include "glass/grid_index.h"

#include <algorithm>
#include <array>

namespace fern {

namespace {

constexpr int mirrorsRows = 0x80, mirrorsColumns = 0x40, exchanges = 0x20, blueFirst = 0x08;
/// The inks in 16 bits, in the order of Ink.
constexpr std::array<std::uint16_t, inkWords.size()> inkColours{
    0xFFFF, 0xFFFF, 0x0000, 0xF800, 0x07E0, 0x001F, 0xFFE0, 0xFD20};
/// The orders that turn a picture by 0, 90, 180 and 270 degrees, against the glass that is held
/// with its short side up.
constexpr std::array<int, 4> orders{
    0, mirrorsColumns | exchanges, mirrorsRows | mirrorsColumns, mirrorsRows | exchanges};

} // namespace

ColourDriver::ColourDriver(const DriverSetup& setup)
    : m_setup(setup)
{
    const auto& s = std::get<ColourPanelSpec>(setup.part.shape);
    const int upright = s.isLandscape ? 1 : 0;
    const int turned = static_cast<int>(setup.rotation());
    m_order = orders[static_cast<std::size_t>((upright - turned + 4) % 4)];
    const int x = (m_order & mirrorsColumns) != 0 ? s.memoryColumns - s.firstColumn - s.glassColumns
                                                  : s.firstColumn;
    const int y =
        (m_order & mirrorsRows) != 0 ? s.memoryRows - s.firstRow - s.glassRows : s.firstRow;
    const bool isExchanged = (m_order & exchanges) != 0;
    m_columns = isExchanged ? s.glassRows : s.glassColumns;
    m_rows = isExchanged ? s.glassColumns : s.glassRows;
    if (!setup.has(DriverMistake::NoOffset)) {
        m_offsetX = isExchanged ? y : x;
        m_offsetY = isExchanged ? x : y;
    }
    if (const auto& size = setup.driver.setTo) {
        m_columns = std::clamp(size->width, 1, 1024);
        m_rows = std::clamp(size->height, 1, 1024);
    }
}

/// The controller turns it.
void ColourDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    const PixelPage pixels(m_columns, m_rows, Rotation::Upright, page, content);
    for (int y = 0; y < m_rows; ++y)
        for (int x = 0; x < m_columns; ++x)
            if (const auto ink = pixels.inkAt(x, y))
                onto[gridIndex(x, y, m_columns)] = inkColours[static_cast<std::size_t>(*ink)];
            else if (const auto colour = pixels.colourAt(x, y))
                onto[gridIndex(x, y, m_columns)] = *colour;
}

DriverSteps ColourDriver::begin() const
{
    constexpr double wakes = 120e-3; // second
    const auto& spec = std::get<ColourPanelSpec>(m_setup.part.shape);
    auto steps = lightAtStart(m_setup);
    steps.push_back({{TransferKind::Command, {0x11}}, wakes});
    const auto set = [&](std::uint8_t command, std::uint8_t value) {
        steps.push_back({{TransferKind::Command, {command}}});
        steps.push_back({{TransferKind::Data, {value}}});
    };
    if (!m_setup.has(DriverMistake::NoPixelFormat))
        set(0x3A, 0x55);
    set(0x36, asByte(m_order | (m_setup.has(DriverMistake::RedForBlue) ? blueFirst : 0)));
    const bool inverts = spec.wantsInversion != m_setup.has(DriverMistake::NotInverted);
    steps.push_back({{TransferKind::Command, {asByte(inverts ? 0x21 : 0x20)}}});
    if (!m_setup.has(DriverMistake::NotSwitchedOn))
        steps.push_back({{TransferKind::Command, {0x29}}});
    return steps;
}

DriverSteps ColourDriver::light(double share) const
{
    return {lineStep(TransferKind::Light, share)};
}

DriverSteps ColourDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    const auto window = [&](std::uint8_t command, int from, int to) {
        steps.push_back({{TransferKind::Command, {command}}});
        steps.push_back(
            {{TransferKind::Data, {highByte(from), asByte(from), highByte(to), asByte(to)}}});
    };
    window(0x2A, m_offsetX + box.left, m_offsetX + box.right);
    window(0x2B, m_offsetY + box.top, m_offsetY + box.bottom);
    steps.push_back({{TransferKind::Command, {0x2C}}});
    std::vector<std::uint8_t> bytes;
    bytes.reserve(2 * gridIndex(0, box.bottom - box.top + 1, box.right - box.left + 1));
    const bool isSwapped = m_setup.has(DriverMistake::BytesSwapped);
    for (int y = box.top; y <= box.bottom; ++y)
        for (int x = box.left; x <= box.right; ++x) {
            const int colour = contents[gridIndex(x, y, m_columns)];
            bytes.push_back(isSwapped ? asByte(colour) : highByte(colour));
            bytes.push_back(isSwapped ? highByte(colour) : asByte(colour));
        }
    steps.push_back({{TransferKind::Data, std::move(bytes)}});
    return steps;
}

} // namespace fern
