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
    , m_runsFor(ticksFromSeconds(inSi(channel.source.derived.runsFor)))
    , m_isStopped(m_runsFor > Ticks{})
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

void DerivedRun::changed(Ticks now, std::size_t channel, const Ask& ask)
{
    if (channel == m_of)
        followed(now);
    if (channel == m_event)
        m_kept = valueOf(*m_of, ask);
}

bool DerivedRun::isWanted(const HeardCode& heard) const
{
    return m_spec.name.empty() || heard.isCalled(m_spec.name)
        || (m_spec.name == "?" && heard.name.empty());
}

bool DerivedRun::count(Ticks now, const HeardCode& heard, const Ask& ask)
{
    stopInTime(now);
    if (heard.channel == m_event && isWanted(heard))
        m_kept = valueOf(*m_of, ask);
    if (heard.channel != m_of)
        return false;
    followed(now);
    const bool counts = m_spec.kind == DerivedKind::Tally && isWanted(heard) && !m_isStopped;
    m_state += counts ? 1 : 0;
    return counts;
}

bool DerivedRun::hear(Ticks now, const HeardCode& heard)
{
    if (heard.channel != m_resetBy)
        return false;
    const bool stops = heard.isCalled(m_spec.stopName);
    const bool holds = heard.isCalled(m_spec.holdName);
    const bool begins = heard.isCalled(m_spec.resetName);
    m_isStopped = m_isStopped != stops;
    m_isHeld = m_isHeld != holds;
    if (begins) {
        m_isToBegin = true;
        if (m_spec.kind == DerivedKind::Tally)
            m_state = 0;
        if (m_runsFor > Ticks{}) {
            m_runsUntil = now + m_runsFor;
            m_isStopped = false;
        }
    }
    return stops || holds || begins;
}

/// What counts for a set time is over by itself.
void DerivedRun::stopInTime(Ticks now)
{
    if (now <= m_runsUntil)
        return;
    m_isStopped = true;
    m_runsUntil = maxTicks;
}

void DerivedRun::begin(double value)
{
    m_isToBegin = false;
    m_hasBegun = true;
    m_last = value;
    m_state = m_spec.kind == DerivedKind::Total ? 0 : value;
}

double DerivedRun::sample(Ticks now, const Ask& ask)
{
    stopInTime(now);
    const double value = gathered(now, ask);
    if (!m_isHeld)
        m_told = value;
    return m_told;
}

double DerivedRun::formulaValue(const Ask& ask)
{
    if (!m_formula)
        return nothing;
    const double value = m_formula->value([&](std::size_t variable, FormulaAsks asks) {
        return asks == FormulaAsks::Previous ? m_before[variable] : ask(m_places[variable], asks);
    });
    for (std::size_t i = 0; i < m_places.size(); ++i)
        m_before[i] = ask(m_places[i], FormulaAsks::Now);
    return value;
}

double DerivedRun::gathered(Ticks now, const Ask& ask)
{
    switch (m_spec.kind) {
    case DerivedKind::Formula:
        return formulaValue(ask);
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
    const double value = valueOf(*m_of, ask);
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
