#pragma once
// What a board does to show a page: its driver, the strategy, and what it does wrong.

#include "drive/driver.h"

namespace fern {

class DisplayFirmware {
public:
    explicit DisplayFirmware(DriverSetup setup);

    const DriverSetup& setup() const { return m_setup; }
    const DisplayDriver& driver() const { return *m_driver; }
    RedrawStrategy strategy() const { return m_strategy; }
    /// Whether nothing of a redraw is left after the next: it sends all, rightly, to a display
    /// that takes all.
    bool leavesNothing() const;
    /// Whether every redraw sends all, or about all; else how much it sends depends on what
    /// changes.
    bool sendsAll() const
    {
        return m_strategy == RedrawStrategy::FullFrame
            || m_strategy == RedrawStrategy::ClearAndWrite;
    }

    DriverSteps begin() const;
    /// Returns the memory with the page drawn, from what stood there.
    Contents drawn(
        const std::optional<Contents>& old, const Page& page, const PageContent& content) const;
    /// Returns what is sent before a page is shown after another one.
    DriverSteps prepare(const Page& page) const { return m_driver->prepare(page); }
    /// Returns whether the ghosts of so many partial refreshes want a full one.
    bool wantsFull(int partialRefreshes) const;
    /// Returns what a redraw sends: where the changes would take longer than all of it, all.
    DriverSteps redraw(const std::optional<Contents>& old, const Contents& now) const;
    /// Returns the redraw that sends most, of a display with those pages.
    DriverSteps most(const std::vector<Page>& pages = {}) const;

private:
    double takes(const DriverSteps& steps) const;

    DriverSetup m_setup;
    std::shared_ptr<const DisplayDriver> m_driver;
    RedrawStrategy m_strategy;
};

} // namespace fern
