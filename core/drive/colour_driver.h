#pragma once
// The firmware of colour panels of 16 bits a pixel.
//
// Sources: open drivers for such controllers in a kernel (set-up, orientation, offsets).

#include "drive/driver.h"

namespace fern {

/// Draws into colours, as the panel is looked at.
class ColourDriver : public DisplayDriver {
public:
    explicit ColourDriver(const DriverSetup& setup);
    int columns() const override { return m_columns; }
    int rows() const override { return m_rows; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;

private:
    DriverSetup m_setup;
    int m_order = 0; ///< exchanges and mirrors of rows and columns
    int m_columns = 0, m_rows = 0;
    int m_offsetX = 0, m_offsetY = 0; ///< of the glass in the memory, as it is addressed
};

} // namespace fern
