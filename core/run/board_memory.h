#pragma once
// What the firmware keeps between its tasks: the newest value of each channel, and its settings.

#include "run/display_run.h"
#include "run/heard_code.h"
#include "run/settings.h"

#include <string_view>
#include <vector>

namespace fern {

class BoardMemory {
public:
    explicit BoardMemory(const PlainInstrument& instrument);

    /// What a channel gave last.
    const LatestValue& latest(std::size_t channel) const { return m_latest[channel]; }
    void keep(std::size_t channel, LatestValue value);
    /// What a channel gave is told again: it is new, and the same.
    void refresh(std::size_t channel, Ticks at) { m_latest[channel].sampledAt = at; }
    /// The volts that were converted of a channel last; NaN for none.
    double pinVolts(std::size_t channel) const { return m_pinVolts[channel]; }
    void keepPin(std::size_t channel, double volts) { m_pinVolts[channel] = volts; }
    /// The newest value of a channel or setting, SI units; NaN for none.
    double valueOf(const PlainInstrument& instrument, ValuePlace place, bool isCalm) const;
    /// What a formula asks of one at an instant; nothing of what was before.
    double asked(const PlainInstrument& instrument, ValuePlace place, FormulaAsks asks, bool isCalm,
        Ticks now) const;
    const SettingState& setting(std::size_t index) const { return m_settings[index]; }
    void setSetting(std::size_t index, SettingState state) { m_settings[index] = std::move(state); }
    const ReaderState& reader(std::size_t index) const { return m_readers[index]; }
    void setReader(std::size_t index, ReaderState state) { m_readers[index] = state; }
    /// Changes the settings and readers that a code changes.
    Hearing hear(const PlainInstrument& instrument, const HeardCode& heard);
    /// Writes a reader in the form that its channel's value now asks for.
    const ReaderState& settle(const PlainInstrument& instrument, std::size_t reader, Ticks now);

    /// A display shows a page.
    void show(std::size_t display, const std::string& page) { m_pages[display] = page; }
    /// Whether something that means a code only while a page is shown, or always where that is
    /// empty, is asked now.
    bool isAsked(Meanings meanings, std::string_view onPage) const;

private:
    std::vector<LatestValue> m_latest;
    std::vector<double> m_pinVolts; ///< of each channel
    std::vector<SettingState> m_settings;
    std::vector<ReaderState> m_readers;
    std::vector<std::string> m_pages; ///< that each display shows
};

} // namespace fern
