#include "run/board_memory.h"

#include "run/settings.h"

namespace fern {

BoardMemory::BoardMemory(const PlainInstrument& instrument)
    : m_latest(instrument.channels.size())
{
    for (const auto& setting : instrument.settings)
        m_settings.push_back(setting->value.value);
}

double BoardMemory::valueOf(
    const PlainInstrument& instrument, std::string_view id, bool isCalm) const
{
    const auto channel = indexOf(instrument.channels, id);
    if (channel < m_latest.size())
        return isCalm ? m_latest[channel].calm : m_latest[channel].real;
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (instrument.settings[i]->id == id)
            return inSi(Quantity{m_settings[i], instrument.settings[i]->value.unit});
    return notThere;
}

void BoardMemory::set(
    const PlainInstrument& instrument, const std::string& channel, std::string_view name)
{
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (const auto& setting = *instrument.settings[i]; setting.by == channel)
            m_settings[i] = settingAfter(setting, m_settings[i], name);
}

} // namespace fern
