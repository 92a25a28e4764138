#include "run/derived_run.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr double nothing = std::numeric_limits<double>::quiet_NaN();

} // namespace

DerivedRun::DerivedRun(const PlainChannel& channel, const PlainInstrument& instrument)
    : m_spec(channel.source.derived)
{
    if (m_spec.kind == DerivedKind::Formula)
        if (auto formula = Formula::parse(m_spec.formula, instrument.formulaNames))
            m_formula = *std::move(formula);
    if (m_spec.kind == DerivedKind::Next) {
        const auto of = indexOf(instrument.channels, m_spec.of);
        m_list.emplace(
            channel.source.names, instrument.channels[of].source.kind == SourceKind::Clock);
    }
}

void DerivedRun::hear(
    Ticks now, std::string_view channel, std::string_view code, std::string_view name)
{
    if (channel == m_spec.of) {
        followed(now);
        const bool isWanted = m_spec.name.empty() || m_spec.name == name || m_spec.name == code
            || (m_spec.name == "?" && name.empty());
        if (m_spec.kind == DerivedKind::Tally && isWanted && !m_isStopped)
            ++m_state;
    }
    if (channel != m_spec.resetBy)
        return;
    m_isStopped = m_isStopped != isNamed(m_spec.stopName, code, name);
    m_isHeld = m_isHeld != isNamed(m_spec.holdName, code, name);
    if (isNamed(m_spec.resetName, code, name)) {
        m_isToBegin = true;
        if (m_spec.kind == DerivedKind::Tally)
            m_state = 0;
    }
}

void DerivedRun::begin(double value)
{
    m_isToBegin = false;
    m_hasBegun = true;
    m_last = value;
    m_state = m_spec.kind == DerivedKind::Total ? 0 : value;
}

double DerivedRun::sample(Ticks now, const std::function<double(std::string_view)>& valueOf)
{
    const double value = gathered(now, valueOf);
    if (!m_isHeld)
        m_told = value;
    return m_told;
}

double DerivedRun::gathered(Ticks now, const std::function<double(std::string_view)>& valueOf)
{
    switch (m_spec.kind) {
    case DerivedKind::Formula:
        return m_formula ? m_formula->value(valueOf) : nothing;
    case DerivedKind::Tally:
        return m_state;
    case DerivedKind::Since:
        return m_lastEvent ? inSeconds(now - *m_lastEvent) : nothing;
    case DerivedKind::Lap:
        return m_lap;
    default:
        break;
    }
    const double value = valueOf(m_spec.of);
    if (m_list) {
        const auto due = std::isnan(value) ? std::nullopt : m_list->next(value, m_spec.nth);
        m_row = due ? due->row : std::string();
        return due ? due->wait : nothing;
    }
    const double seconds = inSeconds(now - std::exchange(m_lastAt, now));
    if (std::isnan(value)) // what was gathered stays
        return m_spec.kind == DerivedKind::Rate || m_spec.kind == DerivedKind::Net || !m_hasBegun
            ? nothing
            : m_state;
    const bool isFirst = m_isToBegin;
    if (isFirst)
        begin(value);
    const double last = std::exchange(m_last, value);
    switch (m_spec.kind) {
    case DerivedKind::Rate:
        return isFirst || seconds <= 0 ? nothing : (value - last) / seconds;
    case DerivedKind::Total:
        if (!isFirst && !m_isStopped)
            m_state += (value + last) / 2 * seconds;
        return m_state;
    case DerivedKind::Least:
        return m_state = m_isStopped ? m_state : std::min(m_state, value);
    case DerivedKind::Most:
        return m_state = m_isStopped ? m_state : std::max(m_state, value);
    default:
        return value - m_state; // net
    }
}

} // namespace fern
