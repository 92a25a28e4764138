#include "glass/parts/shift_register.h"

#include "glass/parts/segment_shapes.h"

#include <algorithm>
#include <string_view>
#include <utility>

namespace fern {

namespace {

/// The segments from A on instead of those up to A, and the other way round; the point stays.
std::uint8_t reversed(std::uint8_t segments)
{
    unsigned other = segments & 0x80U;
    for (unsigned bit = 0; bit < 7; ++bit)
        other |= ((segments >> (6 - bit)) & 1U) << bit;
    return static_cast<std::uint8_t>(other);
}

} // namespace

void ShiftRegister::execute(unsigned word)
{
    const auto value = static_cast<std::uint8_t>(word & 0xFFU);
    switch ((word >> 8U) & 0x0FU) {
    case 0x9:
        m_decodes = value;
        break;
    case 0xA:
        m_brightness = value & 0x0F;
        break;
    case 0xB:
        m_last = value & 0x07;
        break;
    case 0xC:
        m_isOn = (value & 1U) != 0;
        break;
    case 0xF:
        m_isTested = (value & 1U) != 0;
        break;
    default:
        if (const auto digit = (word >> 8U) & 0x0FU; digit >= 1 && digit <= 8)
            m_digits[digit - 1] = value;
        break; // 0 and what is left do nothing
    }
}

std::uint8_t ShiftRegister::outputs(int digit) const
{
    constexpr std::string_view numbers = "0123456789-EHLP ";
    if (!isDriven(digit))
        return 0;
    if (m_isTested)
        return 0xFF;
    const auto value = m_digits[static_cast<std::size_t>(digit)];
    if (((m_decodes >> digit) & 1U) == 0)
        return value;
    return static_cast<std::uint8_t>(
        reversed(segmentsOf(numbers[value & 0x0FU])) | (value & 0x80U));
}

ShiftChain::ShiftChain(int drivers)
    : m_drivers(static_cast<std::size_t>(drivers))
    , m_words(static_cast<std::size_t>(drivers))
{
}

void ShiftChain::take(const Transfer& transfer)
{
    if (transfer.kind != TransferKind::Word)
        return;
    for (std::size_t i = 0; i + 1 < transfer.bytes.size(); i += 2) {
        std::rotate(m_words.rbegin(), m_words.rbegin() + 1, m_words.rend());
        m_words.front() = static_cast<unsigned>(transfer.bytes[i]) << 8U | transfer.bytes[i + 1];
    }
    for (std::size_t i = 0; i < m_drivers.size(); ++i)
        m_drivers[i].execute(m_words[i]);
}

ShiftRegisterDigits::ShiftRegisterDigits(double height)
    : Digits(digitFace(8, height, false), false)
{
}

void ShiftRegisterDigits::take(const Transfer& transfer, Ticks /*at*/)
{
    m_chain.take(transfer);
}

std::uint8_t ShiftRegisterDigits::segments(int digit) const
{
    return reversed(m_chain.driver(0).outputs(7 - digit));
}

namespace {

GlassFace matrixFace(const LedMatrixSpec& spec, double pitch)
{
    auto face = monoFace(8 * spec.modules, 8, pitch);
    face.palette = {{0x20, 0x14, 0x14}, {0xFF, 0x4A, 0x38}};
    return face;
}

} // namespace

LedMatrix::LedMatrix(const LedMatrixSpec& spec, double pitch)
    : m_spec(spec)
    , m_face(std::make_shared<const GlassFace>(matrixFace(spec, pitch)))
    , m_chain(spec.modules)
{
}

void LedMatrix::take(const Transfer& transfer, Ticks /*at*/)
{
    m_chain.take(transfer);
}

ModulePlace placeInModule(const LedMatrixSpec& spec, int x, int y)
{
    if (spec.isMirrored)
        x = 7 - x;
    switch (spec.rotation) {
    case Rotation::Upright:
        break;
    case Rotation::Right:
        return {7 - x, y};
    case Rotation::Over:
        return {7 - y, 7 - x};
    case Rotation::Left:
        return {x, 7 - y};
    }
    return {y, x};
}

bool LedMatrix::isLit(int module, int x, int y) const
{
    const auto place = placeInModule(m_spec, x, y);
    return ((m_chain.driver(module).outputs(place.row) >> (7 - place.column)) & 1) != 0;
}

GlassPicture LedMatrix::seen(Ticks /*at*/) const
{
    GlassPicture picture{m_face, {}, m_chain.driver(0).light()}; // all modules are set alike
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 8 * m_spec.modules; ++x)
            picture.levels.push_back(isLit(x / 8, x % 8, y) ? 1 : 0);
    return picture;
}

} // namespace fern
