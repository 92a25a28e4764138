#pragma once
// Digits of seven segments that glow: what every driver of them shares.

#include "glass/parts/glass_part.h"

#include <cstdint>

namespace fern {

/// A row of digits as a face: eight elements each, the segments A to G and the point. Digits are
/// 0.8 of their height apart; all lengths in metre.
GlassFace digitFace(int digits, double height, bool hasColon);

class Digits : public GlassPart {
public:
    /// The segments that glow at a digit, counted from the left: bit 0 A … 6 G, bit 7 the point.
    virtual std::uint8_t segments(int digit) const = 0;
    virtual int digits() const = 0;
    /// The step of the brightness, from 0 on.
    virtual int brightness() const = 0;
    /// That step as a share of the brightest one.
    virtual double light() const { return 1; }
    GlassPicture seen(Ticks at) const override;
    std::vector<std::string> text() const override;

protected:
    Digits(GlassFace face, bool hasColon);
    /// Whether the point of the second digit is a colon behind it.
    bool hasColon() const { return m_hasColon; }

private:
    std::shared_ptr<const GlassFace> m_face;
    bool m_hasColon;
};

} // namespace fern
