#include "drive/firmware.h"

#include "timing/bus.h"

#include <iterator>
#include <utility>

namespace fern {

DisplayFirmware::DisplayFirmware(DriverSetup setup)
    : m_setup(std::move(setup))
    , m_driver(makeDriver(m_setup))
    , m_strategy(strategyFor(m_setup.part, m_setup.driver.strategy))
{
}

bool DisplayFirmware::leavesNothing() const
{
    const auto& d = m_setup.driver;
    return m_strategy == RedrawStrategy::FullFrame && d.mistakes == 0 && !d.setTo && d.address == 0
        && m_setup.part.kind() != DisplayKind::Paper;
}

DriverSteps DisplayFirmware::begin() const
{
    return m_setup.has(DriverMistake::NotBegun) ? DriverSteps() : m_driver->begin();
}

Contents DisplayFirmware::drawn(
    const std::optional<Contents>& old, const Page& page, const PageContent& content) const
{
    auto contents = old && m_setup.has(DriverMistake::NotCleared) ? *old : m_driver->blank();
    m_driver->draw(contents, page, content);
    return contents;
}

bool DisplayFirmware::wantsFull(int partialRefreshes) const
{
    const int every = m_setup.driver.fullRefreshEvery;
    return m_setup.part.kind() == DisplayKind::Paper && every > 0 && partialRefreshes + 1 >= every;
}

DriverSteps DisplayFirmware::redraw(const std::optional<Contents>& old, const Contents& now) const
{
    // Paper is written and not refreshed; what it is sent is never seen.
    if (m_setup.has(DriverMistake::NotSent) && m_setup.part.kind() != DisplayKind::Paper)
        return {};
    auto steps = redrawSteps(*m_driver, m_strategy, old, now);
    // A box around the changes never takes longer than one around all.
    if (!old || sendsAll() || m_strategy == RedrawStrategy::DirtyBox)
        return steps;
    auto all = redrawSteps(*m_driver, RedrawStrategy::FullFrame, old, now);
    return takes(steps) <= takes(all) ? steps : all;
}

/// At a clock of 1 Hz, as all of a redraw goes at one clock; nothing that clears nothing waits.
double DisplayFirmware::takes(const DriverSteps& steps) const
{
    double seconds = 0;
    for (const auto& step : steps)
        seconds += transferSeconds(step.transfer, m_setup.part.interface, 1);
    return seconds;
}

DriverSteps DisplayFirmware::most(const std::vector<Page>& pages) const
{
    auto full = m_driver->blank();
    for (auto& element : full) // nothing is blank
        element = static_cast<std::uint16_t>(element + 1);
    DriverSteps steps;
    for (const auto& page : pages)
        if (auto own = prepare(page); takes(own) > takes(steps))
            steps = std::move(own);
    auto all = redraw({}, full);
    steps.insert(steps.end(), all.begin(), all.end());
    return steps;
}

} // namespace fern
