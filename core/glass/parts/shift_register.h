#pragma once
// A chain of shift-register drivers, each with eight digits or a matrix of 8 × 8. What is in its 16
// bits when the select line rises, a driver executes; longer words push those before on.
//
// Source: common practice; no published driver was at hand.

#include "glass/display_spec.h"
#include "glass/parts/digits.h"

#include <array>
#include <vector>

namespace fern {

/// One driver of the chain.
class ShiftRegister {
public:
    void execute(unsigned word);
    /// Whether a digit is driven at all.
    bool isDriven(int digit) const { return m_isTested || (m_isOn && digit <= m_last); }
    /// What drives the lamps of a digit: A to G from bit 6 down, the point at bit 7. A register
    /// that is decoded drives the shape of its number.
    std::uint8_t outputs(int digit) const;
    int brightness() const { return m_brightness; }
    /// As a share of the brightest step: (2n + 1)/32 of the time. A test is lit always.
    double light() const { return m_isTested ? 1 : (2 * m_brightness + 1) / 31.0; }

private:
    std::array<std::uint8_t, 8> m_digits{};
    unsigned m_decodes = 0;
    int m_brightness = 0;
    int m_last = 0; ///< digit that is driven, from 0
    bool m_isOn = false, m_isTested = false;
};

/// Takes the words of a chain, the nearest driver first.
class ShiftChain {
public:
    explicit ShiftChain(int drivers);
    void take(const Transfer& transfer);
    const ShiftRegister& driver(int index) const
    {
        return m_drivers[static_cast<std::size_t>(index)];
    }

private:
    std::vector<ShiftRegister> m_drivers;
    std::vector<unsigned> m_words; ///< that are in the registers, the nearest first
};

/// Eight digits, register 1 at the right.
class ShiftRegisterDigits : public Digits {
public:
    /// The height of a digit is in metre.
    explicit ShiftRegisterDigits(double height);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<ShiftRegisterDigits>(*this);
    }
    void take(const Transfer& transfer, Ticks at) override;
    std::uint8_t segments(int digit) const override;
    int digits() const override { return 8; }
    int brightness() const override { return m_chain.driver(0).brightness(); }
    double light() const override { return m_chain.driver(0).light(); }

private:
    ShiftChain m_chain{1};
};

/// Where a pixel of a module stands in its registers: bit 7 − column of register row + 1.
struct ModulePlace {
    int row = 0, column = 0;
};
ModulePlace placeInModule(const LedMatrixSpec& spec, int x, int y);

class LedMatrix : public GlassPart {
public:
    /// The pitch is in metre.
    LedMatrix(const LedMatrixSpec& spec, double pitch);
    std::unique_ptr<GlassPart> clone() const override { return std::make_unique<LedMatrix>(*this); }
    void take(const Transfer& transfer, Ticks at) override;
    GlassPicture seen(Ticks at) const override;

private:
    bool isLit(int module, int x, int y) const;

    LedMatrixSpec m_spec;
    std::shared_ptr<const GlassFace> m_face;
    ShiftChain m_chain;
};

} // namespace fern
