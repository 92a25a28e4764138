#pragma once
// A stand-in inside this program: no port between. Its faults can be switched while it speaks.

#include "base/random.h"
#include "io/link.h"
#include "run/stand_in.h"

#include <chrono>
#include <mutex>

namespace fern::io {

struct StandInFaults {
    double damage = 0; ///< share of the messages that arrive damaged, 0 … 1
    bool isSilent = false; ///< it hangs: the line is there, but nothing comes
    bool isUnplugged = false;

    bool operator==(const StandInFaults&) const = default;
};

class StandInLink : public Link {
public:
    using Clock = std::chrono::steady_clock;
    /// A stand-in that began at an instant, so that two can run side by side; `name` is what its
    /// report calls it.
    StandInLink(
        std::unique_ptr<StandIn> standIn, std::string name, Clock::time_point began = Clock::now());

    Clock::time_point began() const { return m_start; }

    Ticks now() const override;
    std::vector<LiveChunk> take() override;
    LinkReport report() const override;

    /// From any thread.
    void setFaults(const StandInFaults& faults);

private:
    std::unique_ptr<StandIn> m_standIn;
    std::string m_name;
    RandomStream m_chance{0, "stand-in", "link"};
    std::uint64_t m_messages = 0;
    bool m_isNewBegin = false; ///< it was plugged in again
    mutable std::mutex m_mutex;
    StandInFaults m_faults; ///< guarded
    int m_opened = 1; ///< guarded
    Clock::time_point m_start;
};

} // namespace fern::io
