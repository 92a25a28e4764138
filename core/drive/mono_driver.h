#pragma once
// The firmware of panels with mono pixels in pages of eight rows.
//
// Sources: open drivers for such controllers in a kernel (settings, windows, offsets).

#include "drive/driver.h"

namespace fern {

/// Draws into bytes of eight pixels, the upper one lowest.
class MonoDriver : public DisplayDriver {
public:
    /// The size that the firmware believes.
    MonoDriver(DriverSetup setup, int columns, int rows);

    int columns() const override { return m_columns; }
    int rows() const override { return m_rows / 8; }
    GlassSize size() const override { return {m_columns, m_rows}; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;

protected:
    const DriverSetup& setup() const { return m_setup; }
    int pixelRows() const { return m_rows; }
    /// What is sent of an element.
    std::uint8_t byteAt(const Contents& contents, int column, int page) const;
    std::vector<std::uint8_t> bytesOf(const Contents& contents, const ElementBox& box) const;

private:
    DriverSetup m_setup;
    int m_columns, m_rows;
};

class MonoOledDriver : public MonoDriver {
public:
    explicit MonoOledDriver(const DriverSetup& setup);
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;

private:
    void command(DriverSteps& steps, std::vector<std::uint8_t> bytes) const;
    void data(DriverSteps& steps, const std::vector<std::uint8_t>& bytes) const;

    MonoOledSpec m_spec; ///< as it is believed
};

class MonoLcdDriver : public MonoDriver {
public:
    explicit MonoLcdDriver(const DriverSetup& setup);
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
};

} // namespace fern
