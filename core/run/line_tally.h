#pragma once
// How many lines and codes of each told channel a run heard, and how many came torn.

#include "run/records.h"

#include <cstdint>
#include <map>

namespace fern {

struct LineFigures {
    std::int64_t good = 0; ///< with a number, a code, or that there is none
    std::int64_t bad = 0; ///< torn, damaged or no number
};

class LineTally : public RunObserver {
public:
    void told(const ToldRecord& record) override
    {
        if (record.told.state == ToldState::Bad)
            ++m_channels[record.channel].bad;
        else if (record.told.state != ToldState::Other)
            ++m_channels[record.channel].good;
    }

    /// By channel; those that told nothing are left out.
    const std::map<std::size_t, LineFigures>& figures() const { return m_channels; }

private:
    std::map<std::size_t, LineFigures> m_channels;
};

} // namespace fern
