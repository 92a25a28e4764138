#pragma once
// For what share of a time each page of each display is shown.

#include "instrument/resolve.h"
#include "run/records.h"

#include <functional>
#include <map>

namespace fern {

class PageShares : public RunObserver {
public:
    explicit PageShares(const PlainInstrument& instrument);

    void turned(const TurnedRecord& record) override;

    /// Shares of the time since the first redraw, by the page's id; of no page under an empty id.
    using Shares = std::map<std::string, double>;
    /// Returns them for each display, up to an instant that is not before the last turn. A display
    /// that was never redrawn has none.
    std::vector<Shares> until(Ticks end) const;

private:
    struct Shown {
        std::map<std::string, Ticks> times;
        std::string page; ///< now
        Ticks since;
        std::optional<Ticks> begin; ///< of the first page
    };
    std::vector<Shown> m_displays;
};

/// Returns the shares of a whole scenario of so many seconds; of what there was until `stops` says
/// so, where it does.
std::vector<PageShares::Shares> pageSharesOf(
    const PlainInstrument& instrument, double seconds, const std::function<bool()>& stops = {});

} // namespace fern
