#pragma once
// Digits on a two-wire driver, which has no address and acknowledges every byte.
//
// Source: common practice; no published driver was at hand.

#include "glass/display_spec.h"
#include "glass/parts/digits.h"

#include <array>

namespace fern {

/// How many sixteenths of the time it is lit, by the step of its brightness.
inline constexpr std::array<int, 8> wireSteps{1, 2, 4, 10, 11, 12, 13, 14};
/// Returns the light of a step as a share of the brightest one.
constexpr double wireLight(int step)
{
    return static_cast<double>(wireSteps[static_cast<std::size_t>(step)]) / wireSteps.back();
}

class TwoWireDigits : public Digits {
public:
    /// The height of a digit is in metre.
    TwoWireDigits(const TwoWireDigitsSpec& spec, double height);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<TwoWireDigits>(*this);
    }
    void take(const Transfer& transfer, Ticks at) override;
    std::uint8_t segments(int digit) const override;
    int digits() const override { return m_spec.digits; }
    int brightness() const override { return m_brightness; }
    double light() const override { return wireLight(m_brightness); }

private:
    static constexpr std::size_t places = 6;

    TwoWireDigitsSpec m_spec;
    std::array<std::uint8_t, places> m_memory{};
    bool m_counts = true; ///< the address, with each byte
    bool m_isOn = false;
    int m_brightness = 0;
};

} // namespace fern
