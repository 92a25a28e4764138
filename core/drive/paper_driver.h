#pragma once
// The firmware of electronic paper.
//
// Source: commands and times are from memory.

#include "drive/driver.h"

namespace fern {

/// Draws into the numbers of inks, 0 for what stays as white as the paper.
class PaperDriver : public DisplayDriver {
public:
    explicit PaperDriver(const DriverSetup& setup);
    int columns() const override { return m_columns; }
    int rows() const override { return m_rows; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;
    DriverSteps begin() const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
    DriverSteps show(bool isPartial) const override;

private:
    DriverSteps writePlanes(const Contents& contents, const ElementBox& box) const;
    DriverSteps writeNumbers(const Contents& contents) const;
    /// The ink of a pixel; white where nothing is drawn.
    Ink inkAt(const Contents& contents, int x, int y) const;
    std::vector<std::uint8_t> planeOf(
        const Contents& contents, const ElementBox& box, Ink of) const;

    DriverSetup m_setup;
    PaperSpec m_spec;
    int m_columns, m_rows;
};

} // namespace fern
