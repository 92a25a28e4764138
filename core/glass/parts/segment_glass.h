#pragma once
// Liquid-crystal glass without a controller. Its lines are driven in phases that are repeated: a
// segment is seen by the root mean square of the voltage between its line and its backplane, and a
// mean that is not zero harms it.
//
// Source: common practice; the ratio of shown and not shown at half bias follows from the phases.

#include "glass/display_spec.h"
#include "glass/parts/digits.h"

namespace fern {

class SegmentGlass : public Digits {
public:
    /// The height of a digit is in metre.
    SegmentGlass(const SegmentGlassSpec& spec, double height);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<SegmentGlass>(*this);
    }
    void take(const Transfer& transfer, Ticks at) override;
    std::uint8_t segments(int digit) const override;
    int digits() const override { return m_spec.digits; }
    int brightness() const override { return 0; }
    double steadyShare() const override;

private:
    /// What stands between the line and the backplane of a segment, as shares of the supply.
    struct Drive {
        double rms = 0, mean = 0;
    };
    Drive driveOf(std::size_t element) const;

    SegmentGlassSpec m_spec;
    std::vector<std::uint8_t> m_levels; ///< phase by phase: backplanes, then lines; 0, 1, 2
};

} // namespace fern
