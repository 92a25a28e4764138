#pragma once
// A display with its firmware on a bench of its own: without a board, a bus or a clock.

#include "drive/firmware.h"
#include "glass/parts/glass_part.h"

namespace fern {

class TriedDisplay {
public:
    /// Switched on, and set up as the firmware does.
    explicit TriedDisplay(DriverSetup setup);

    /// Redraws the page with one text for all of its values; returns what was sent.
    DriverSteps redraw(const Page& page, const std::string& text);
    /// Redraws the page; returns what was sent.
    DriverSteps redraw(const Page& page, const PageContent& content);
    /// Lets the display hear one more step.
    void hear(const DriverStep& step);

    /// What is seen when it has responded.
    GlassPicture seen() const;
    std::vector<std::string> text() const { return m_part->text(); }

private:
    DisplayFirmware m_firmware;
    std::unique_ptr<GlassPart> m_part;
    std::optional<Contents> m_memory;
    std::optional<Page> m_page; ///< that is shown
    Ticks m_now{};
};

} // namespace fern
