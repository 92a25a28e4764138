#include "run/board_memory.h"

#include "run/settings.h"

#include <cmath>
#include <utility>

namespace fern {

BoardMemory::BoardMemory(const PlainInstrument& instrument)
    : m_latest(instrument.channels.size())
    , m_pinVolts(instrument.channels.size(), notThere)
{
    for (const auto& setting : instrument.settings)
        m_settings.push_back(setting.spec.value.value);
}

void BoardMemory::keep(std::size_t channel, LatestValue value)
{
    auto& kept = m_latest[channel];
    const bool isValid = !std::isnan(value.real);
    value.hasBeenValid = isValid || kept.hasBeenValid;
    value.validAt = isValid ? value.sampledAt : kept.validAt;
    kept = std::move(value);
}

double BoardMemory::valueOf(const PlainInstrument& instrument, ValuePlace place, bool isCalm) const
{
    if (place.isSetting)
        return toSi(m_settings[place.index], instrument.settings[place.index].unit);
    const auto& latest = m_latest[place.index];
    return isCalm ? latest.calm : latest.real;
}

void BoardMemory::set(const PlainInstrument& instrument, std::size_t channel, std::string_view name)
{
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (const auto& setting = instrument.settings[i]; setting.by == channel)
            m_settings[i] = settingAfter(setting.spec, m_settings[i], name);
}

} // namespace fern
