#include "run/page_shares.h"

#include "run/firmware_run.h"

#include <algorithm>

namespace fern {

PageShares::PageShares(const PlainInstrument& instrument)
    : m_displays(instrument.displays.size())
{
}

void PageShares::turned(const TurnedRecord& record)
{
    auto& shown = m_displays[record.display];
    if (shown.begin)
        shown.times[shown.page] += record.at - shown.since;
    else
        shown.begin = record.at;
    shown.page = record.page;
    shown.since = record.at;
}

std::vector<PageShares::Shares> PageShares::until(Ticks end) const
{
    std::vector<Shares> all(m_displays.size());
    for (std::size_t i = 0; i < m_displays.size(); ++i) {
        const auto& shown = m_displays[i];
        if (!shown.begin || end <= *shown.begin)
            continue;
        auto times = shown.times;
        times[shown.page] += end - shown.since;
        for (const auto& [page, time] : times)
            all[i][page] = inSeconds(time) / inSeconds(end - *shown.begin);
    }
    return all;
}

std::vector<PageShares::Shares> pageSharesOf(
    const PlainInstrument& instrument, double seconds, const std::function<bool()>& stops)
{
    PageShares shares(instrument);
    RunOptions options;
    options.drawFrom = maxTicks; // what is shown is not looked at
    const auto end = ticksFromSeconds(seconds);
    const auto piece = ticksFromSeconds(10);
    FirmwareRun run(instrument, options, shares);
    while (run.now() < end && !(stops && stops()))
        run.advanceTo(std::min(end, run.now() + piece));
    return shares.until(run.now());
}

} // namespace fern
