#pragma once
// States of a run that it can go on from: a jump back, a key, another channel need no run from
// zero.

#include "run/firmware_run.h"

#include <memory>
#include <vector>

namespace fern::app {

class Checkpoints {
public:
    /// Keeps a copy of a run, unless the newest one is hardly older. Of many the older ones thin
    /// out.
    void offer(const FirmwareRun& run);
    /// Forgets what lies after an instant.
    void forgetAfter(Ticks at);
    void clear() { m_runs.clear(); }
    /// Returns the newest state that is not later than an instant; null for none.
    const FirmwareRun* before(Ticks at) const;

private:
    RunObserver m_nobody;
    std::vector<std::unique_ptr<const FirmwareRun>> m_runs; ///< rising
};

} // namespace fern::app
