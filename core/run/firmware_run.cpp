#include "run/firmware_run.h"

#include "instrument/loops.h"
#include "run/task_blocks.h"
#include "run/turn.h"

#include <algorithm>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

RunState stateOf(PlainInstrument plain, const RunOptions& options)
{
    auto instrument = std::make_shared<const PlainInstrument>(std::move(plain));
    auto program = programOf(*instrument, options);
    RunState state{instrument, BoardMemory(*instrument), {}, std::move(program.tasks),
        std::move(program.loopOf), {}};
    for (const auto& converter : instrument->converters)
        state.converters.emplace_back(converter.pace);
    for (std::size_t i = 0; i < program.orders.size(); ++i) {
        Loop loop;
        loop.order = std::move(program.orders[i]);
        loop.turn = std::max(Ticks{1}, ticksFromSeconds(idleTurnSeconds(*instrument, i)));
        loop.firstIdleLook = options.start;
        state.loops.push_back(std::move(loop));
    }
    state.now = options.start;
    state.redraws.resize(instrument->displays.size());
    return state;
}

} // namespace

FirmwareRun::FirmwareRun(
    PlainInstrument instrument, const RunOptions& options, RunObserver& observer)
    : m_state(stateOf(std::move(instrument), options))
    , m_observer(observer)
{
    for (std::size_t i = 0; i < m_state.program.size(); ++i) {
        Turn turn(m_state, m_observer, i);
        m_state.program[i]->begin(turn);
    }
    for (std::size_t loop = 0; loop < m_state.loops.size(); ++loop)
        planLook(loop, earliestDue(loop));
}

FirmwareRun::FirmwareRun(const FirmwareRun& other, RunObserver& observer)
    : m_state(other.m_state)
    , m_observer(observer)
{
}

void FirmwareRun::follow(PlainInstrument instrument)
{
    m_state.instrument = std::make_shared<const PlainInstrument>(std::move(instrument));
    for (std::size_t i = 0; i < m_state.program.size(); ++i) {
        Turn turn(m_state, m_observer, i);
        m_state.program[i]->follow(turn);
    }
}

void FirmwareRun::advanceTo(Ticks end)
{
    auto& queue = m_state.queue;
    while (!queue.empty() && queue.nextAt() <= end)
        handle(queue.take());
    m_state.now = std::max(m_state.now, end);
}

bool FirmwareRun::tick(std::size_t display, Ticks limit)
{
    auto& queue = m_state.queue;
    const auto& redraws = m_state.redraws[display];
    const auto before = redraws;
    while (redraws == before && !queue.empty() && queue.nextAt() <= limit)
        handle(queue.take());
    if (redraws == before)
        m_state.now = std::max(m_state.now, limit);
    return redraws != before;
}

void FirmwareRun::handle(const RunEvent& event)
{
    m_state.now = m_state.queue.now();
    switch (event.kind) {
    case RunEvent::Kind::Look: {
        auto& loop = m_state.loops[event.task];
        if (event.part != loop.look)
            return; // an earlier one has come since it was planned
        loop.lookAt = maxTicks;
        loop.isInTurn = true;
        loop.turnBegan = m_state.now;
        lookAtPins(event.task);
        loop.next = 0;
        look(event.task);
        break;
    }
    case RunEvent::Kind::TaskEnd:
        look(m_state.loopOf[event.task]);
        break;
    case RunEvent::Kind::Happens:
        Turn turn(m_state, m_observer, event.task);
        m_state.program[event.task]->happen(turn, event.part);
        break;
    }
    if (std::exchange(m_state.isWoken, false))
        wakeLoops();
}

void FirmwareRun::wakeLoops()
{
    for (std::size_t i = 0; i < m_state.loops.size(); ++i)
        if (!m_state.loops[i].isInTurn)
            planNext(i);
}

/// On the grid of its idle turns; never where nothing will be due.
void FirmwareRun::planNext(std::size_t index)
{
    const auto& loop = m_state.loops[index];
    if (const auto due = earliestDue(index); due != maxTicks)
        planLook(index, firstLook(loop.firstIdleLook, loop.turn, std::max(m_state.now, due)));
}

void FirmwareRun::planLook(std::size_t index, Ticks at)
{
    auto& loop = m_state.loops[index];
    if (at >= loop.lookAt)
        return;
    loop.lookAt = at;
    m_state.queue.add(at, {RunEvent::Kind::Look, index, ++loop.look});
}

bool FirmwareRun::isOff(const LoopPlace& place) const
{
    const auto& in = *m_state.instrument;
    return place.program && !in.modes.names.empty()
        && !isOfMode(
            in.program[*place.program], modeAt(in, m_state.memory.setting(in.modes.setting).value));
}

Ticks FirmwareRun::idleTurn(std::size_t loop) const
{
    const auto& in = *m_state.instrument;
    return std::max(Ticks{1},
        ticksFromSeconds(
            idleTurnSeconds(in, loop) * stretchedBy(in, loop, interruptsPerSecond(m_state, loop))));
}

void FirmwareRun::look(std::size_t index)
{
    auto& loop = m_state.loops[index];
    while (loop.next < loop.order.size()) {
        const auto& place = loop.order[loop.next++];
        auto& task = *m_state.program[place.task];
        if ((!place.isEveryTurn && task.due() > m_state.now) || isOff(place))
            continue;
        Turn turn(m_state, m_observer, place.task);
        m_state.queue.add(task.run(turn), {RunEvent::Kind::TaskEnd, place.task});
        return;
    }
    loop.turn = idleTurn(index);
    loop.firstIdleLook = m_state.now + loop.turn;
    loop.isInTurn = false;
    planNext(index);
}

void FirmwareRun::lookAtPins(std::size_t index)
{
    const auto& loop = m_state.loops[index];
    for (std::size_t i = 0; i < m_state.program.size(); ++i)
        if (m_state.loopOf[i] == index)
            m_state.program[i]->look(
                {std::min(loop.firstIdleLook, m_state.now), loop.turn, m_state.now});
}

Ticks FirmwareRun::earliestDue(std::size_t index) const
{
    Ticks earliest = maxTicks;
    for (const auto& place : m_state.loops[index].order)
        if (!isOff(place))
            earliest = std::min(
                earliest, place.isEveryTurn ? m_state.now : m_state.program[place.task]->due());
    return earliest;
}

void FirmwareRun::deliver(std::size_t channel, Tap tap, Ticks at, double value)
{
    Turn turn(m_state, m_observer, channel);
    m_state.program[channel]->deliver(turn, tap, std::max(at, m_state.now), value);
}

void FirmwareRun::hold(std::size_t channel, const LatestValue& value)
{
    m_state.memory.keep(channel, value);
}

void FirmwareRun::holdSetting(std::size_t setting, const SettingState& state)
{
    m_state.memory.setSetting(setting, state);
    wakeLoops(); // into another mode
}

void FirmwareRun::holdReader(std::size_t reader, const ReaderState& state)
{
    m_state.memory.setReader(reader, state);
}

void FirmwareRun::deliverBytes(std::size_t channel, Ticks at, const std::string& bytes)
{
    Turn turn(m_state, m_observer, channel);
    m_state.program[channel]->deliverBytes(turn, {std::max(at, m_state.now), bytes});
}

constexpr double afterLastEvent = 5; ///< seconds in which its effect is seen

double lastInstantSeconds(const PlainInstrument& instrument, const Recordings& recordings)
{
    double last = 0;
    if (recordings) {
        for (const auto& recording : *recordings)
            if (!recording.at.empty())
                last = std::max(last, inSeconds(recording.at.back()));
        return last;
    }
    for (const auto& channel : instrument.channels) {
        if (!channel.lane.empty())
            last = std::max(last, channel.lane.back().x);
        if (!channel.events.empty())
            last = std::max(last, channel.events.back().at + afterLastEvent);
    }
    return last;
}

Result<Recordings> recordingsFor(
    const PlainInstrument& instrument, std::vector<Capture> captures, std::optional<Tap> tap)
{
    captures = atTap(std::move(captures), tap);
    for (auto& capture : captures) {
        const auto index = indexOf(instrument.channels, capture.channel);
        if (index == instrument.channels.size())
            return Error{ErrorCode::NotFound,
                fmt::format("the recording has a channel \"{}\" that the instrument lacks",
                    capture.channel),
                ""};
        const auto& channel = instrument.channels[index];
        if (capture.tap == Tap::Reading)
            continue; // codes have no unit
        const std::string expected = capture.tap == Tap::Pin ? "V" : channel.unit.name;
        const auto unit = parseUnit(capture.unit.empty() ? expected : capture.unit);
        if (!unit || unit->dimension != parseUnit(expected)->dimension)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("the recording's unit \"{}\" does not fit {}.{}, which is in {}",
                    capture.unit, capture.channel, tapWord(capture.tap), expected),
                ""};
        for (double& value : capture.values)
            value = toSi(value, *unit);
    }
    return std::make_shared<const std::vector<Capture>>(std::move(captures));
}

} // namespace fern
