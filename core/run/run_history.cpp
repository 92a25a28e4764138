#include "run/run_history.h"

namespace fern {

void RunHistory::sampled(const SampleRecord& record)
{
    // A code that a pin brings stands among the told ones too.
    if (!record.code.empty())
        told(
            {record.channel, {record.at, record.code, {}, ToldState::Good, notThere, record.code}});
    m_samples.push_back(record);
    while (m_samples.front().at + m_window < record.at)
        m_samples.pop_front();
}

void RunHistory::told(const ToldRecord& record)
{
    m_told.push_back(record);
    if (m_told.size() > toldKept)
        m_told.pop_front();
}

void RunHistory::driven(const DrivenRecord& record)
{
    m_driven[record.output] = record;
}

const Told* RunHistory::lastTold(std::size_t channel) const
{
    for (auto it = m_told.rbegin(); it != m_told.rend(); ++it)
        if (it->channel == channel && it->told.state != ToldState::Other)
            return &it->told;
    return nullptr;
}

const std::string* RunHistory::lastCode(std::size_t channel) const
{
    for (auto it = m_told.rbegin(); it != m_told.rend(); ++it)
        if (it->channel == channel && !it->told.text.empty())
            return &it->told.text;
    return nullptr;
}

const DrivenRecord* RunHistory::lastDriven(std::size_t output) const
{
    const auto found = m_driven.find(output);
    return found == m_driven.end() ? nullptr : &found->second;
}

void RunHistory::shown(const ShownRecord& record)
{
    m_redraws.push_back(record);
    // The one before the window still stands on the glass when the window begins.
    while (m_redraws.size() > 2 && m_redraws[1].visibleAt + m_window < record.visibleAt)
        m_redraws.pop_front();
}

void RunHistory::busy(const BusyRecord& record)
{
    m_busy.push_back(record);
    while (m_busy.front().to + busyKept < record.from)
        m_busy.pop_front();
}

const SampleRecord* RunHistory::lastSample(std::size_t channel) const
{
    for (auto it = m_samples.rbegin(); it != m_samples.rend(); ++it)
        if (it->channel == channel)
            return &*it;
    return nullptr;
}

const ShownRecord* RunHistory::lastRedraw(std::size_t display) const
{
    for (auto it = m_redraws.rbegin(); it != m_redraws.rend(); ++it)
        if (it->display == display)
            return &*it;
    return nullptr;
}

} // namespace fern
