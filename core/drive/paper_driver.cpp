#include "drive/paper_driver.h"

#include "drive/bytes.h"
#include "drive/pixel_page.h"
#include "glass/grid_index.h"
#include "glass/parts/paper.h"
#include "screens/ink_numbers.h"

#include <algorithm>

namespace fern {

namespace {

void sendTo(DriverSteps& steps, std::uint8_t command, std::vector<std::uint8_t> data)
{
    steps.push_back({{TransferKind::Command, {command}}});
    if (!data.empty())
        steps.push_back({{TransferKind::Data, std::move(data)}});
}

} // namespace

PaperDriver::PaperDriver(const DriverSetup& setup)
    : m_setup(setup)
    , m_spec(std::get<PaperSpec>(setup.part.shape))
    , m_columns(
          setup.driver.setTo ? std::clamp(setup.driver.setTo->width, 8, 1024) : m_spec.columns)
    , m_rows(setup.driver.setTo ? std::clamp(setup.driver.setTo->height, 8, 1024) : m_spec.rows)
{
}

void PaperDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    const PixelPage pixels(m_columns, m_rows, m_setup.rotation(), page, content);
    for (int y = 0; y < m_rows; ++y)
        for (int x = 0; x < m_columns; ++x)
            if (const auto ink = pixels.inkAt(x, y))
                onto[gridIndex(x, y, m_columns)] =
                    static_cast<std::uint16_t>(*ink == Ink::Usual ? Ink::Black : *ink);
}

Ink PaperDriver::inkAt(const Contents& contents, int x, int y) const
{
    if (x >= m_columns)
        return Ink::White; // a line is padded to whole bytes
    const auto ink = static_cast<Ink>(contents[gridIndex(x, y, m_columns)]);
    const auto seen = ink == Ink::Usual ? Ink::White : ink;
    if (!m_setup.has(DriverMistake::NotInverted))
        return seen;
    return seen == Ink::White ? Ink::Black : seen == Ink::Black ? Ink::White : seen;
}

DriverSteps PaperDriver::begin() const
{
    DriverSteps steps;
    if (!hasPlanes(m_spec)) {
        sendTo(steps, 0x04, {}); // power on
        return steps;
    }
    sendTo(steps, 0x12, {});
    sendTo(steps, 0x01, {asByte(m_rows - 1), highByte(m_rows - 1), 0});
    sendTo(steps, 0x11, {0x03});
    return steps;
}

DriverSteps PaperDriver::write(const Contents& contents, const ElementBox& box) const
{
    return hasPlanes(m_spec) ? writePlanes(contents, box) : writeNumbers(contents);
}

/// Eight pixels a byte, the left one highest; of the black plane 1 is white, of the red one 1 is
/// red. What the paper has no ink for is black.
std::vector<std::uint8_t> PaperDriver::planeOf(
    const Contents& contents, const ElementBox& box, Ink of) const
{
    const bool hasRed = m_spec.colours > 2;
    std::vector<std::uint8_t> bytes;
    for (int y = box.top; y <= box.bottom; ++y)
        for (int byte = box.left / 8; byte <= box.right / 8; ++byte) {
            unsigned value = 0;
            for (int bit = 0; bit < 8; ++bit) {
                const auto ink = inkAt(contents, byte * 8 + bit, y);
                const bool isRed = hasRed && ink == Ink::Red;
                value =
                    value << 1U | ((of == Ink::Red ? isRed : ink == Ink::White || isRed) ? 1U : 0U);
            }
            const auto sent = static_cast<std::uint8_t>(value);
            bytes.push_back(m_setup.has(DriverMistake::BitsReversed) ? reversedBits(sent) : sent);
        }
    return bytes;
}

DriverSteps PaperDriver::writePlanes(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    const int left = box.left / 8;
    const int right = box.right / 8;
    const auto window = [&] {
        sendTo(steps, 0x44, {asByte(left), asByte(right)});
        sendTo(steps, 0x45,
            {asByte(box.top), highByte(box.top), asByte(box.bottom), highByte(box.bottom)});
        sendTo(steps, 0x4E, {asByte(left)});
        sendTo(steps, 0x4F, {asByte(box.top), highByte(box.top)});
    };
    window();
    sendTo(steps, 0x24, planeOf(contents, box, Ink::Black));
    if (m_spec.colours > 2) {
        window();
        sendTo(steps, 0x26, planeOf(contents, box, Ink::Red));
    }
    return steps;
}

/// The numbers of all colours, from the top left to the bottom right; it has no window.
DriverSteps PaperDriver::writeNumbers(const Contents& contents) const
{
    const auto numbers = inkNumbers(m_spec.colours);
    const auto bits = static_cast<unsigned>(bitsOfColour(m_spec));
    std::vector<std::uint8_t> bytes;
    unsigned value = 0;
    unsigned filled = 0;
    for (int y = 0; y < m_rows; ++y)
        for (int x = 0; x < m_columns; ++x) {
            value = value << bits | numbers[static_cast<std::size_t>(inkAt(contents, x, y))];
            filled += bits;
            if (filled == 8) {
                bytes.push_back(static_cast<std::uint8_t>(value));
                value = filled = 0;
            }
        }
    DriverSteps steps;
    sendTo(steps, 0x10, std::move(bytes));
    return steps;
}

DriverSteps PaperDriver::show(bool isPartial) const
{
    DriverSteps steps;
    if (m_setup.has(DriverMistake::NotSent))
        return steps;
    if (!hasPlanes(m_spec)) {
        sendTo(steps, 0x12, {});
        return steps;
    }
    sendTo(steps, 0x22, {asByte(isPartial && m_spec.partialRefresh.value > 0 ? 0xFF : 0xF7)});
    sendTo(steps, 0x20, {});
    if (m_setup.has(DriverMistake::AsleepAfter)) { // it hears of it when it has refreshed
        steps.back().waits = inSi(m_spec.fullRefresh);
        sendTo(steps, 0x10, {0x01});
    }
    return steps;
}

} // namespace fern
