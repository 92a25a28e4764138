#pragma once
// The firmware of character displays.
//
// Sources: open drivers for such controllers in a kernel and in a display daemon (set-up, row
// addresses, wiring of the expander); what libraries send for a character is common practice.

#include "drive/driver.h"
#include "screens/draw_cells.h"

namespace fern {

class CellDriver : public DisplayDriver {
public:
    explicit CellDriver(const DriverSetup& setup);
    int columns() const override { return m_spec.columns; }
    int rows() const override { return m_spec.rows; }
    void draw(Contents& onto, const Page& page, const PageContent& content) const override;
    DriverSteps begin() const override;
    DriverSteps light(double share) const override;
    DriverSteps write(const Contents& contents, const ElementBox& box) const override;
    DriverSteps clear() const override;
    std::uint16_t blankElement() const override { return ' '; }

    DriverSteps prepare(const Page& page) const override;

private:
    void put(Contents& onto, CellRun run) const;
    /// Sends bytes, all commands or all data, each of which may be followed by a wait.
    void send(DriverSteps& steps, bool isData, const std::vector<std::uint8_t>& bytes,
        double waits = 0) const;
    void nibble(DriverSteps& steps, unsigned nibble, double waits) const;
    /// The states of the expander's port that bring a nibble.
    void appendStates(std::vector<std::uint8_t>& states, bool isData, unsigned nibble) const;
    void sendStates(
        DriverSteps& steps, const std::vector<std::uint8_t>& states, double waits) const;
    bool isWholeTransfer() const;

    DriverSetup m_setup;
    CharacterLcdSpec m_spec; ///< as it is believed
};

} // namespace fern
