#include "drive/mono_driver.h"

#include "drive/bytes.h"
#include "drive/pixel_page.h"
#include "glass/grid_index.h"

#include <algorithm>
#include <utility>

namespace fern {

MonoDriver::MonoDriver(DriverSetup setup, int columns, int rows)
    : m_setup(std::move(setup))
    , m_columns(columns)
    , m_rows(rows)
{
}

void MonoDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    const PixelPage pixels(m_columns, m_rows, m_setup.rotation(), page, content);
    if (const auto* frame = pixels.plainFrame()) { // its bytes are the memory's
        for (std::size_t i = 0; i < onto.size(); ++i)
            onto[i] |= frame->bytes()[i];
        return;
    }
    for (int y = 0; y < m_rows; ++y)
        for (int x = 0; x < m_columns; ++x)
            if (pixels.inkAt(x, y))
                onto[gridIndex(x, y / 8, m_columns)] |= static_cast<std::uint16_t>(1U << (y % 8));
}

std::uint8_t MonoDriver::byteAt(const Contents& contents, int column, int page) const
{
    if (m_setup.has(
            DriverMistake::RowOrdered)) { // the bytes of a bitmap in rows, left pixel highest
        const int across = std::max(1, m_columns / 8);
        const auto index = static_cast<int>(gridIndex(column, page, m_columns));
        const int y = index / across;
        unsigned byte = 0;
        for (int bit = 0; bit < 8 && y < m_rows; ++bit) {
            const int x = index % across * 8 + bit;
            byte |= ((contents[gridIndex(x, y / 8, m_columns)] >> (y % 8)) & 1U) << (7 - bit);
        }
        return static_cast<std::uint8_t>(byte);
    }
    const auto byte = static_cast<std::uint8_t>(contents[gridIndex(column, page, m_columns)]);
    return m_setup.has(DriverMistake::BitsReversed) ? reversedBits(byte) : byte;
}

std::vector<std::uint8_t> MonoDriver::bytesOf(const Contents& contents, const ElementBox& box) const
{
    std::vector<std::uint8_t> bytes;
    bytes.reserve(gridIndex(0, box.bottom - box.top + 1, box.right - box.left + 1));
    for (int page = box.top; page <= box.bottom; ++page)
        for (int column = box.left; column <= box.right; ++column)
            bytes.push_back(byteAt(contents, column, page));
    return bytes;
}

namespace {

/// The part as the driver believes it to be.
MonoOledSpec believedOled(const DriverSetup& setup)
{
    auto spec = std::get<MonoOledSpec>(setup.part.shape);
    if (const auto& size = setup.driver.setTo) {
        // Where it believes another size, it believes what is usual for it: the middle segments.
        spec.columns = std::clamp(size->width, 1, spec.memoryColumns);
        spec.firstSegment = (spec.memoryColumns - spec.columns) / 2;
        spec.isSequential = size->height <= 32 && size->width > 64;
        spec.rows = std::clamp(size->height / 8 * 8, 8, 64);
    }
    if (setup.has(DriverMistake::OtherRowWiring))
        spec.isSequential = !spec.isSequential;
    if (setup.has(DriverMistake::OtherController)) {
        spec.isPageByPage = !spec.isPageByPage;
        spec.firstSegment = spec.isPageByPage ? std::min(2, spec.memoryColumns - spec.columns) : 0;
    }
    return spec;
}

} // namespace

MonoOledDriver::MonoOledDriver(const DriverSetup& setup)
    : MonoDriver(setup, believedOled(setup).columns, believedOled(setup).rows)
    , m_spec(believedOled(setup))
{
}

void MonoOledDriver::command(DriverSteps& steps, std::vector<std::uint8_t> bytes) const
{
    if (setup().part.interface == DisplayInterface::Spi) {
        steps.push_back({{TransferKind::Command, std::move(bytes)}});
        return;
    }
    constexpr std::uint8_t onlyCommands = 0x00;
    bytes.insert(bytes.begin(), {asByte(setup().believedAddress() * 2), onlyCommands});
    steps.push_back({{TransferKind::I2c, std::move(bytes)}});
}

void MonoOledDriver::data(DriverSteps& steps, const std::vector<std::uint8_t>& bytes) const
{
    if (setup().part.interface == DisplayInterface::Spi) {
        steps.push_back({{TransferKind::Data, bytes}});
        return;
    }
    constexpr std::uint8_t onlyData = 0x40;
    const auto piece = static_cast<std::ptrdiff_t>(setup().driver.bufferBytes);
    for (auto from = bytes.begin(); from != bytes.end();) {
        const auto to = from + std::min(piece, bytes.end() - from);
        std::vector<std::uint8_t> sent{asByte(setup().believedAddress() * 2), onlyData};
        sent.insert(sent.end(), from, to);
        steps.push_back({{TransferKind::I2c, std::move(sent)}});
        from = to;
    }
}

DriverSteps MonoOledDriver::begin() const
{
    DriverSteps steps;
    const auto wiring = asByte(m_spec.isSequential ? 0x02 : 0x12);
    std::vector<std::uint8_t> bytes{
        0xAE, 0xD5, 0x80, 0xA8, asByte(m_spec.rows - 1), 0xD3, 0x00, 0x40};
    if (!m_spec.isPageByPage) { // the other one has its converter on, and no window
        if (!setup().has(DriverMistake::NoPump))
            bytes.insert(bytes.end(), {0x8D, 0x14});
        bytes.insert(bytes.end(), {0x20, 0x00});
    } else if (setup().has(DriverMistake::NoPump)) {
        bytes.insert(bytes.end(), {0xAD, 0x8A});
    }
    bytes.push_back(setup().has(DriverMistake::Mirrored) ? 0xA0 : 0xA1);
    bytes.insert(bytes.end(),
        {0xC8, 0xDA, wiring, 0x81, stepOf(setup().light(), 255), 0xD9, 0xF1, 0xDB, 0x40, 0xA4});
    bytes.push_back(setup().has(DriverMistake::NotInverted) ? 0xA7 : 0xA6);
    if (!setup().has(DriverMistake::NotSwitchedOn))
        bytes.push_back(0xAF);
    command(steps, std::move(bytes));
    return steps;
}

DriverSteps MonoOledDriver::light(double share) const
{
    DriverSteps steps;
    command(steps, {0x81, stepOf(share, 255)});
    return steps;
}

DriverSteps MonoOledDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    // Columns are counted from the other end than the segments.
    const int first = m_spec.memoryColumns - m_spec.firstSegment - m_spec.columns;
    const int left = first + box.left;
    if (!m_spec.isPageByPage) {
        command(steps,
            {0x21, asByte(left), asByte(first + box.right), 0x22, asByte(box.top),
                asByte(box.bottom)});
        data(steps, bytesOf(contents, box));
        return steps;
    }
    for (int page = box.top; page <= box.bottom; ++page) {
        command(steps, {asByte(0xB0 + page), asByte(left & 0x0F), asByte(0x10 + (left >> 4))});
        data(steps, bytesOf(contents, {box.left, page, box.right, page}));
    }
    return steps;
}

MonoLcdDriver::MonoLcdDriver(const DriverSetup& setup)
    : MonoDriver(setup, setup.driver.setTo ? std::clamp(setup.driver.setTo->width, 8, 84) : 84,
        setup.driver.setTo ? std::clamp(setup.driver.setTo->height / 8 * 8, 8, 48) : 48)
{
}

DriverSteps MonoLcdDriver::begin() const
{
    std::vector<std::uint8_t> bytes{0x21};
    if (!setup().has(DriverMistake::ContrastLow))
        bytes.push_back(setup().has(DriverMistake::ContrastHigh) ? 0xFF : 0xC0);
    bytes.insert(bytes.end(), {0x04, 0x14, 0x20});
    if (!setup().has(DriverMistake::NotSwitchedOn))
        bytes.push_back(setup().has(DriverMistake::NotInverted) ? 0x0D : 0x0C);
    auto steps = lightAtStart(setup());
    steps.push_back({{TransferKind::Command, std::move(bytes)}});
    return steps;
}

DriverSteps MonoLcdDriver::light(double share) const
{
    return {lineStep(TransferKind::Light, share)};
}

DriverSteps MonoLcdDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    constexpr int glassColumns = 84;
    if (box.left == 0 && box.right == glassColumns - 1) { // its pointer goes on in the next bank
        steps.push_back({{TransferKind::Command, {0x80, asByte(0x40 + box.top)}}});
        steps.push_back({{TransferKind::Data, bytesOf(contents, box)}});
        return steps;
    }
    for (int bank = box.top; bank <= box.bottom; ++bank) {
        steps.push_back({{TransferKind::Command, {asByte(0x80 + box.left), asByte(0x40 + bank)}}});
        steps.push_back(
            {{TransferKind::Data, bytesOf(contents, {box.left, bank, box.right, bank})}});
    }
    return steps;
}

} // namespace fern
