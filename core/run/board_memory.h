#pragma once
// What the firmware keeps between its tasks: the newest value of each channel, and its settings.

#include "run/display_run.h"

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
    double setting(std::size_t index) const { return m_settings[index]; }
    void setSetting(std::size_t index, double value) { m_settings[index] = value; }
    /// Changes the settings that a channel sets when it gives a code with that name.
    void set(const PlainInstrument& instrument, std::size_t channel, std::string_view name);

private:
    std::vector<LatestValue> m_latest;
    std::vector<double> m_pinVolts; ///< of each channel
    std::vector<double> m_settings; ///< values, each in its unit
};

} // namespace fern
