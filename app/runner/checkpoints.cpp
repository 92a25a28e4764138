#include "app/runner/checkpoints.h"

#include <algorithm>

namespace fern::app {

namespace {

const Ticks spacing = ticksFromSeconds(10);
constexpr std::size_t most = 32;

} // namespace

void Checkpoints::offer(const FirmwareRun& run)
{
    if (!m_runs.empty() && run.now() - m_runs.back()->now() < spacing)
        return;
    m_runs.push_back(std::make_unique<const FirmwareRun>(run, m_nobody));
    if (m_runs.size() <= most)
        return;
    std::size_t index = 0; // every second one of the older half goes
    std::erase_if(m_runs, [&](const auto&) { return ++index % 2 == 0 && index <= most / 2; });
}

void Checkpoints::forgetAfter(Ticks at)
{
    std::erase_if(m_runs, [at](const auto& run) { return run->now() > at; });
}

const FirmwareRun* Checkpoints::before(Ticks at) const
{
    const auto later = std::upper_bound(m_runs.begin(), m_runs.end(), at,
        [](Ticks instant, const auto& run) { return instant < run->now(); });
    return later == m_runs.begin() ? nullptr : std::prev(later)->get();
}

} // namespace fern::app
