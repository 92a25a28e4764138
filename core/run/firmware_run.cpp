#include "run/firmware_run.h"

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
    RunState state{instrument, BoardMemory(*instrument), {}, std::move(program.tasks)};
    state.loop.order = std::move(program.order);
    for (const auto& converter : instrument->converters)
        state.converters.emplace_back(converter.pace);
    state.loop.turn = std::max(Ticks{1}, ticksFromSeconds(idleTurnSeconds(*instrument)));
    state.loop.firstIdleLook = state.now = options.start;
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
    planLook(earliestDue());
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
    auto& loop = m_state.loop;
    switch (event.kind) {
    case RunEvent::Kind::Look:
        if (event.part != loop.look)
            return; // an earlier one has come since it was planned
        loop.lookAt = maxTicks;
        lookAtPins();
        loop.next = 0;
        [[fallthrough]];
    case RunEvent::Kind::TaskEnd:
        return look();
    case RunEvent::Kind::Happens:
        Turn turn(m_state, m_observer, event.task);
        m_state.program[event.task]->happen(turn, event.part);
        if (std::exchange(loop.isWoken, false) && loop.lookAt != maxTicks)
            planLook(
                firstLook(loop.firstIdleLook, loop.turn, std::max(m_state.now, earliestDue())));
    }
}

void FirmwareRun::planLook(Ticks at)
{
    auto& loop = m_state.loop;
    if (at >= loop.lookAt)
        return;
    loop.lookAt = at;
    m_state.queue.add(at, {RunEvent::Kind::Look, 0, ++loop.look});
}

void FirmwareRun::look()
{
    auto& loop = m_state.loop;
    while (loop.next < loop.order.size()) {
        const auto [index, isEveryTurn] = loop.order[loop.next++];
        auto& task = *m_state.program[index];
        if (!isEveryTurn && task.due() > m_state.now)
            continue;
        Turn turn(m_state, m_observer, index);
        m_state.queue.add(task.run(turn), {RunEvent::Kind::TaskEnd, index});
        return;
    }
    const auto& instrument = *m_state.instrument;
    loop.turn = std::max(Ticks{1},
        ticksFromSeconds(
            idleTurnSeconds(instrument) * stretchedBy(instrument, interruptsPerSecond(m_state))));
    loop.firstIdleLook = m_state.now + loop.turn;
    planLook(firstLook(loop.firstIdleLook, loop.turn, earliestDue()));
}

void FirmwareRun::lookAtPins()
{
    const auto& loop = m_state.loop;
    for (auto& task : m_state.program)
        task->look({std::min(loop.firstIdleLook, m_state.now), loop.turn, m_state.now});
}

Ticks FirmwareRun::earliestDue() const
{
    Ticks earliest = maxTicks;
    for (const auto& [index, isEveryTurn] : m_state.loop.order)
        earliest = std::min(earliest, isEveryTurn ? m_state.now : m_state.program[index]->due());
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
}

void FirmwareRun::holdReader(std::size_t reader, const ReaderState& state)
{
    m_state.memory.setReader(reader, state);
}

void FirmwareRun::deliverBytes(std::size_t channel, Ticks at, const std::string& bytes)
{
    Turn turn(m_state, m_observer, channel);
    m_state.program[channel]->deliverBytes(turn, std::max(at, m_state.now), bytes);
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
