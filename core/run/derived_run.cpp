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
    , m_resetBy(channel.resetBy)
{
    if (m_spec.kind == DerivedKind::Formula) {
        m_places = instrument.formulaValues;
        m_before.assign(m_places.size(), nothing);
        if (auto formula = Formula::parse(m_spec.formula, instrument.formulaNames))
            m_formula = *std::move(formula);
    } else {
        m_of = channel.madeOf.front();
        if (m_spec.kind == DerivedKind::At)
            m_event = channel.madeOf.back();
    }
    if (m_spec.kind == DerivedKind::Next)
        m_list.emplace(
            channel.source.names, instrument.channels[*m_of].source.kind == SourceKind::Clock);
}

void DerivedRun::followed(Ticks now)
{
    if (m_lastEvent)
        m_lap = inSeconds(now - *m_lastEvent);
    m_lastEvent = now;
}

void DerivedRun::changed(Ticks now, std::size_t channel, const Ask& valueOf)
{
    if (channel == m_of)
        followed(now);
    if (channel == m_event)
        m_kept = valueOf({false, *m_of});
}

bool DerivedRun::isWanted(std::string_view code, std::string_view name) const
{
    return m_spec.name.empty() || m_spec.name == name || m_spec.name == code
        || (m_spec.name == "?" && name.empty());
}

void DerivedRun::hear(Ticks now, std::size_t channel, std::string_view code, std::string_view name,
    const Ask& valueOf)
{
    if (channel == m_event && isWanted(code, name))
        m_kept = valueOf({false, *m_of});
    if (channel == m_of) {
        followed(now);
        if (m_spec.kind == DerivedKind::Tally && isWanted(code, name) && !m_isStopped)
            ++m_state;
    }
    if (channel != m_resetBy)
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

double DerivedRun::sample(Ticks now, const Ask& valueOf, const Ask& ageOf)
{
    const double value = gathered(now, valueOf, ageOf);
    if (!m_isHeld)
        m_told = value;
    return m_told;
}

double DerivedRun::formulaValue(const Ask& valueOf, const Ask& ageOf)
{
    if (!m_formula)
        return nothing;
    const double value = m_formula->value([&](std::size_t variable, FormulaAsks asks) {
        return asks == FormulaAsks::Previous ? m_before[variable]
            : asks == FormulaAsks::Age       ? ageOf(m_places[variable])
                                             : valueOf(m_places[variable]);
    });
    for (std::size_t i = 0; i < m_places.size(); ++i)
        m_before[i] = valueOf(m_places[i]);
    return value;
}

double DerivedRun::gathered(Ticks now, const Ask& valueOf, const Ask& ageOf)
{
    switch (m_spec.kind) {
    case DerivedKind::Formula:
        return formulaValue(valueOf, ageOf);
    case DerivedKind::Tally:
        return m_state;
    case DerivedKind::Since:
        return m_lastEvent ? inSeconds(now - *m_lastEvent) : nothing;
    case DerivedKind::Lap:
        return m_lap;
    case DerivedKind::At:
        return m_kept;
    case DerivedKind::Rate:
    case DerivedKind::Total:
    case DerivedKind::Least:
    case DerivedKind::Most:
    case DerivedKind::Net:
    case DerivedKind::Next:
        break;
    }
    const double value = valueOf({false, *m_of});
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
    if (m_spec.kind == DerivedKind::Rate)
        return isFirst || seconds <= 0 ? nothing : (value - last) / seconds;
    if (m_spec.kind == DerivedKind::Net)
        return value - m_state;
    if (!m_isStopped)
        m_state = m_spec.kind == DerivedKind::Least ? std::min(m_state, value)
            : m_spec.kind == DerivedKind::Most      ? std::max(m_state, value)
            : isFirst                               ? m_state
                                                    : m_state + (value + last) / 2 * seconds;
    return m_state;
}

} // namespace fern
