#include "run/tasks/recorded_task.h"

#include "run/turn.h"

#include <algorithm>

namespace fern {

RecordedTask::RecordedTask(std::size_t channel, const PlainInstrument& instrument,
    std::shared_ptr<const Capture> recording)
    : ChannelTask(channel, instrument)
    , m_recording(std::move(recording))
{
}

void RecordedTask::begin(Turn& turn)
{
    const auto& at = m_recording->at;
    m_next =
        static_cast<std::size_t>(std::lower_bound(at.begin(), at.end(), turn.now()) - at.begin());
    letCome(turn);
}

void RecordedTask::happen(Turn& turn, int part)
{
    if (part != ownPart)
        return ChannelTask::happen(turn, part);
    accept(turn, m_recording->tap, m_recording->values[m_next]);
    ++m_next;
    letCome(turn);
}

void RecordedTask::letCome(Turn& turn)
{
    if (m_next < m_recording->at.size())
        turn.later(m_recording->at[m_next], ownPart);
}

} // namespace fern
