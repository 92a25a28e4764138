#pragma once
// The firmware of displays of seven-segment digits, whatever drives their segments.
//
// Sources: common practice; no published driver was at hand.

#include "drive/driver.h"
#include "screens/draw_cells.h"

namespace fern {

/// Draws into the segments of each digit, from the left: bit 0 A … 6 G, bit 7 the point.
class DigitDriver : public DisplayDriver {
public:
    DigitDriver(DriverSetup setup, int digits);
    int columns() const override { return m_digits; }
    int rows() const override { return 1; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;

protected:
    const DriverSetup& setup() const { return m_setup; }

private:
    void put(Contents& onto, const CellRun& run) const;

    DriverSetup m_setup;
    int m_digits;
};

class TwoWireDriver : public DigitDriver {
public:
    explicit TwoWireDriver(const DriverSetup& setup);
    DriverSteps begin() const override { return {}; } // each redraw sets all
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
};

class ShiftDigitsDriver : public DigitDriver {
public:
    explicit ShiftDigitsDriver(const DriverSetup& setup);
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
};

/// The lines of a raw glass, driven at half bias: a backplane that has its turn goes from rail to
/// rail, the others rest at half the supply.
class SegmentGlassDriver : public DigitDriver {
public:
    explicit SegmentGlassDriver(const DriverSetup& setup);
    DriverSteps begin() const override { return {}; }
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
};

/// What makes a chain of `drivers` as bright as a share of all.
DriverStep shiftChainLight(int drivers, double share);

/// The settings that a chain of shift registers needs, for each of `drivers`.
DriverSteps beginShiftChain(const DriverSetup& setup, int drivers);

} // namespace fern
