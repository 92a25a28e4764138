#include "glass/parts/two_wire_digits.h"

namespace fern {

TwoWireDigits::TwoWireDigits(const TwoWireDigitsSpec& spec, double height)
    : Digits(digitFace(spec.digits, height, spec.hasColon), spec.hasColon)
    , m_spec(spec)
{
}

void TwoWireDigits::take(const Transfer& transfer, Ticks /*at*/)
{
    if (transfer.kind != TransferKind::Wire || transfer.bytes.empty())
        return;
    const auto command = transfer.bytes.front();
    switch (command & 0xC0U) {
    case 0x40:
        m_counts = (command & 0x04U) == 0;
        break;
    case 0x80:
        m_isOn = (command & 0x08U) != 0;
        m_brightness = command & 0x07;
        break;
    case 0xC0: {
        std::size_t address = command & 0x0FU;
        for (std::size_t i = 1; i < transfer.bytes.size(); ++i) {
            if (address < places)
                m_memory[address] = transfer.bytes[i];
            address += m_counts ? 1 : 0;
        }
        break;
    }
    default:
        break;
    }
}

std::uint8_t TwoWireDigits::segments(int digit) const
{
    constexpr std::array<std::size_t, places> ofSix{2, 1, 0, 5, 4, 3};
    if (!m_isOn)
        return 0;
    const auto place = static_cast<std::size_t>(digit);
    return m_memory[m_spec.digits == 6 ? ofSix[place] : place];
}

} // namespace fern
