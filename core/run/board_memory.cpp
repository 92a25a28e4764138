#include "run/board_memory.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern {

BoardMemory::BoardMemory(const PlainInstrument& instrument)
    : m_latest(instrument.channels.size())
    , m_pinVolts(instrument.channels.size(), notThere)
    , m_readers(instrument.readers.size())
    , m_pages(instrument.displays.size())
{
    for (const auto& setting : instrument.settings)
        m_settings.push_back({setting.spec.value.value, {}});
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
        return toSi(m_settings[place.index].value, instrument.settings[place.index].unit);
    const auto& latest = m_latest[place.index];
    return isCalm ? latest.calm : latest.real;
}

double BoardMemory::asked(const PlainInstrument& instrument, ValuePlace place, FormulaAsks asks,
    bool isCalm, Ticks now) const
{
    if (asks == FormulaAsks::Now || asks == FormulaAsks::Previous)
        return valueOf(instrument, place, isCalm);
    if (place.isSetting)
        return asks == FormulaAsks::Entry
            ? toSi(entryOf(m_settings[place.index]), instrument.settings[place.index].unit)
            : asks == FormulaAsks::Age ? 0 // it is always of now
                                       : notThere;
    const auto& latest = m_latest[place.index];
    const auto& stages = isCalm ? latest.calmStages : latest.stages;
    switch (asks) {
    case FormulaAsks::Age:
        return latest.hasCome ? inSeconds(now - latest.sampledAt) : notThere;
    case FormulaAsks::Pin:
        return stages.pin;
    case FormulaAsks::Reading:
        return stages.reading;
    case FormulaAsks::Scaled:
        return stages.scaled;
    case FormulaAsks::Now:
    case FormulaAsks::Previous:
    case FormulaAsks::Entry:
        break;
    }
    return notThere;
}

Hearing BoardMemory::hear(const PlainInstrument& instrument, const HeardCode& heard)
{
    auto most = Hearing::NotMeant;
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (const auto& setting = instrument.settings[i];
            setting.by == heard.channel && isAsked(heard.meanings, setting.spec.onPage))
            most = std::max(most,
                hearSetting(
                    setting.spec, m_settings[i], heard.name.empty() ? heard.code : heard.name));
    for (std::size_t i = 0; i < m_readers.size(); ++i)
        if (const auto& reader = instrument.readers[i];
            changesForm(reader, heard) && isAsked(heard.meanings, reader.change.onPage)) {
            m_readers[i] = withNextForm(reader, m_readers[i]);
            most = Hearing::Accepted;
        }
    return most;
}

const ReaderState& BoardMemory::settle(
    const PlainInstrument& instrument, std::size_t index, Ticks now)
{
    const auto& reader = instrument.readers[index];
    const auto& latest = m_latest[reader.channel];
    auto& state = m_readers[index];
    state = settled(reader, state, validValue(latest, reader, now),
        instrument.channels[reader.channel].numberKind);
    return state;
}

bool BoardMemory::isAsked(Meanings meanings, std::string_view onPage) const
{
    return meanings == Meanings::General
        ? onPage.empty()
        : std::find(m_pages.begin(), m_pages.end(), onPage) != m_pages.end() && !onPage.empty();
}

} // namespace fern
