#pragma once
// The firmware of a chain of matrix modules of 8 × 8.
//
// Source: common practice; no published driver was at hand.

#include "drive/driver.h"

namespace fern {

/// Draws into the registers of the modules: an element is a register of a module.
class MatrixDriver : public DisplayDriver {
public:
    explicit MatrixDriver(const DriverSetup& setup);
    int columns() const override { return m_spec.modules; }
    int rows() const override { return 8; }
    GlassSize size() const override { return {8 * m_spec.modules, 8}; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;

private:
    DriverSetup m_setup;
    LedMatrixSpec m_spec; ///< as it is believed
};

} // namespace fern
