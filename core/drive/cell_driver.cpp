#include "drive/cell_driver.h"

#include "base/utf8.h"
#include "drive/bytes.h"
#include "glass/character_rom.h"
#include "glass/grid_index.h"
#include "glass/parts/character_lcd.h"

#include <algorithm>
#include <string>

namespace fern {

namespace {

constexpr int lineCells = 40; ///< of the controller's memory
constexpr double clearWait = 2e-3; ///< second: the controller takes 1.52 ms

CharacterLcdSpec believedCells(const DriverSetup& setup)
{
    auto spec = std::get<CharacterLcdSpec>(setup.part.shape);
    if (const auto& size = setup.driver.setTo) {
        spec.columns = std::clamp(size->width, 1, lineCells);
        spec.rows = std::clamp(size->height, 1, 4);
    }
    if (setup.has(DriverMistake::OtherSigns))
        spec.rom = spec.rom == CharacterRom::Kana ? CharacterRom::European : CharacterRom::Kana;
    return spec;
}

/// Where a cell of the controller stands when its lines are counted one behind the other.
int linearOf(int address)
{
    return (address & 0x40) != 0 ? lineCells + (address & 0x3F) : address;
}

/// The bytes that a firmware sends for signs; those of one's own are the numbers of their slots.
std::vector<std::uint8_t> codesOf(CharacterRom rom, const std::u32string& signs, bool isRaw)
{
    std::vector<std::uint8_t> codes;
    for (const auto sign : signs) {
        if (sign >= ownSign && sign < ownSign + ownSlots) {
            codes.push_back(static_cast<std::uint8_t>(sign - ownSign));
        } else if (isRaw) {
            const auto bytes = toUtf8(std::u32string(1, sign));
            codes.insert(codes.end(), bytes.begin(), bytes.end());
        } else {
            codes.push_back(codeOfCharacter(rom, sign).value_or('?'));
        }
    }
    return codes;
}

/// The slots that a display has; what needs more finds none.
std::vector<CellRows> slotsOf(const Page& page)
{
    auto own = ownSigns(page);
    own.resize(std::min<std::size_t>(own.size(), ownSlots));
    return own;
}

std::u32string trimmedCells(std::u32string signs)
{
    signs.erase(signs.find_last_not_of(U' ') + 1);
    signs.erase(0, signs.find_first_not_of(U' '));
    return signs;
}

} // namespace

CellDriver::CellDriver(const DriverSetup& setup)
    : m_setup(setup)
    , m_spec(believedCells(setup))
{
}

/// What runs on behind the end of a row stands where the controller has its next cells.
void CellDriver::put(Contents& onto, CellRun run) const
{
    if (run.y < 0 || run.y >= m_spec.rows || run.x < 0)
        return;
    if (m_setup.has(DriverMistake::NotCleared))
        run.signs = trimmedCells(std::move(run.signs));
    int at = linearOf(firstCellOf(m_spec, run.y)) + run.x;
    for (const auto code : codesOf(m_spec.rom, run.signs, m_setup.has(DriverMistake::RawBytes))) {
        for (int row = 0; row < m_spec.rows; ++row) {
            const int column = at - linearOf(firstCellOf(m_spec, row));
            if (column >= 0 && column < m_spec.columns)
                onto[gridIndex(column, row, m_spec.columns)] = code;
        }
        at = (at + 1) % (2 * lineCells);
    }
}

void CellDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    const auto own = slotsOf(page);
    for (std::size_t i = 0; i < page.fields.size(); ++i)
        for (auto& run : cellRuns(page.fields[i], content[i], own))
            put(onto, std::move(run));
}

DriverSteps CellDriver::prepare(const Page& page) const
{
    const auto own = slotsOf(page);
    DriverSteps steps;
    if (own.empty())
        return steps;
    send(steps, false, {0x40});
    std::vector<std::uint8_t> dots;
    for (const auto& rows : own)
        dots.insert(dots.end(), rows.begin(), rows.end());
    send(steps, true, dots);
    return steps;
}

/// A library that sends all states of a character in one transfer, or each in one of its own.
bool CellDriver::isWholeTransfer() const
{
    constexpr int statesOfCharacter = 4;
    return m_setup.driver.bufferBytes >= statesOfCharacter;
}

void CellDriver::appendStates(std::vector<std::uint8_t>& states, bool isData, unsigned nibble) const
{
    const bool isOther = m_setup.has(DriverMistake::OtherExpander);
    const unsigned select = isData ? (isOther ? 0x10U : 0x01U) : 0;
    const unsigned enable = isOther ? 0x40U : 0x04U;
    const bool isLit = !isOther && m_setup.light() > 0;
    const unsigned light = isLit ? 0x08U : 0; // of the other one it is lit by a low line
    const unsigned port = (isOther ? nibble : nibble << 4U) | select | light;
    if (!isWholeTransfer())
        states.push_back(static_cast<std::uint8_t>(port));
    states.push_back(static_cast<std::uint8_t>(port | enable));
    states.push_back(static_cast<std::uint8_t>(port));
}

void CellDriver::sendStates(
    DriverSteps& steps, const std::vector<std::uint8_t>& states, double waits) const
{
    const auto address = asByte(m_setup.believedAddress() * 2);
    if (isWholeTransfer()) {
        std::vector<std::uint8_t> bytes{address};
        bytes.insert(bytes.end(), states.begin(), states.end());
        steps.push_back({{TransferKind::I2c, std::move(bytes)}, waits});
        return;
    }
    for (const auto state : states)
        steps.push_back({{TransferKind::I2c, {address, state}}});
    steps.back().waits = waits;
}

void CellDriver::nibble(DriverSteps& steps, unsigned nibble, double waits) const
{
    std::vector<std::uint8_t> states;
    appendStates(states, false, nibble);
    sendStates(steps, states, waits);
}

void CellDriver::send(
    DriverSteps& steps, bool isData, const std::vector<std::uint8_t>& bytes, double waits) const
{
    if (m_setup.has(DriverMistake::NotWaited))
        waits = 0;
    if (m_setup.part.interface != DisplayInterface::I2c) {
        steps.push_back({{isData ? TransferKind::Data : TransferKind::Command, bytes}, waits});
        return;
    }
    for (const auto byte : bytes) {
        std::vector<std::uint8_t> states;
        appendStates(states, isData, byte >> 4U);
        appendStates(states, isData, byte & 0x0FU);
        sendStates(steps, states, waits);
    }
}

/// The light of an expander is on or off, with every byte that it hears.
DriverSteps CellDriver::light(double share) const
{
    if (m_setup.part.interface == DisplayInterface::I2c)
        return {};
    return {lineStep(TransferKind::Light, share)};
}

DriverSteps CellDriver::begin() const
{
    constexpr double low = 0.2, high = 0.8; // of the voltage at the trimmer; half of it is right
    const bool hasExpander = m_setup.part.interface == DisplayInterface::I2c;
    auto steps = hasExpander ? DriverSteps() : lightAtStart(m_setup);
    if (m_setup.has(DriverMistake::ContrastLow))
        steps.push_back(lineStep(TransferKind::Contrast, low));
    if (m_setup.has(DriverMistake::ContrastHigh))
        steps.push_back(lineStep(TransferKind::Contrast, high));
    if (hasExpander) {
        nibble(steps, 3, 5e-3);
        nibble(steps, 3, 5e-3);
        nibble(steps, 3, 1e-3);
        nibble(steps, 2, 1e-3);
    }
    const bool isEight = m_setup.part.interface == DisplayInterface::EightBit;
    const int lines = m_spec.rows > 1 && !m_setup.has(DriverMistake::OneLine) ? 0x08 : 0;
    send(steps, false, {asByte(0x20 | (isEight ? 0x10 : 0) | lines)});
    send(steps, false, {asByte(m_setup.has(DriverMistake::NotSwitchedOn) ? 0x08 : 0x0C)});
    send(steps, false, {0x01}, clearWait);
    send(steps, false, {0x06});
    return steps;
}

DriverSteps CellDriver::clear() const
{
    DriverSteps steps;
    send(steps, false, {0x01}, clearWait);
    return steps;
}

DriverSteps CellDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    for (int row = box.top; row <= box.bottom; ++row) {
        send(steps, false, {asByte(0x80 + firstCellOf(m_spec, row) + box.left)});
        std::vector<std::uint8_t> codes;
        for (int column = box.left; column <= box.right; ++column)
            codes.push_back(asByte(contents[gridIndex(column, row, m_spec.columns)]));
        send(steps, true, codes);
    }
    return steps;
}

} // namespace fern
