#include "run/firmware_run.h"

#include "curves/polyline.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

FirmwareRun::FirmwareRun(PlainInstrument instrument, RunOptions options, RunObserver& observer)
    : m_instrument(std::move(instrument))
    , m_options(std::move(options))
    , m_observer(observer)
    , m_costs(operationCosts(m_instrument.processor))
    , m_turn(std::max(Ticks{1}, ticksFromSeconds(m_costs.loopTurn + m_instrument.loopWaitSeconds)))
    , m_now(m_options.start)
    , m_redraws(m_instrument.displays.size())
{
    const auto seed = m_instrument.seed;
    for (const auto& channel : m_instrument.channels) {
        ChannelState state{ChannelRun(channel, seed), ChannelRun(channel, seed),
            RandomStream(seed, channel.id, "noise"), nextOnGrid(m_now, channel.sampleEvery), {},
            nullptr, 0};
        if (m_options.recordings)
            for (const auto& recording : *m_options.recordings)
                if (recording.channel == channel.id)
                    state.recording = &recording;
        // Without a recording and without a lane there is nothing to sample.
        if (state.recording != nullptr || channel.lane.empty())
            state.due = maxTicks;
        m_channels.push_back(std::move(state));
    }
    for (const auto& display : m_instrument.displays)
        m_displays.push_back({nextOnGrid(m_now, display.redrawEvery),
            redrawCost(m_instrument, display, display.busHertz), {}});
    for (std::size_t i = 0; i < m_channels.size(); ++i) {
        auto& state = m_channels[i];
        if (state.recording == nullptr)
            continue;
        const auto& at = state.recording->at;
        state.nextRecorded =
            static_cast<std::size_t>(std::lower_bound(at.begin(), at.end(), m_now) - at.begin());
        if (state.nextRecorded < at.size())
            m_queue.add(at[state.nextRecorded], {Kind::Recorded, i});
    }
    if (earliestDue() != maxTicks)
        m_queue.add(earliestDue(), {Kind::Look, 0});
}

void FirmwareRun::advanceTo(Ticks end)
{
    while (!m_queue.empty() && m_queue.nextAt() <= end)
        handle(m_queue.take());
    m_now = std::max(m_now, end);
}

bool FirmwareRun::tick(std::size_t display, Ticks limit)
{
    const auto before = m_redraws[display];
    while (m_redraws[display] == before && !m_queue.empty() && m_queue.nextAt() <= limit)
        handle(m_queue.take());
    if (m_redraws[display] == before)
        m_now = std::max(m_now, limit);
    return m_redraws[display] != before;
}

void FirmwareRun::handle(const Event& event)
{
    m_now = m_queue.now();
    switch (event.kind) {
    case Kind::Look:
        m_nextTask = 0;
        [[fallthrough]];
    case Kind::TaskEnd:
        look();
        break;
    case Kind::Visible: {
        auto& state = m_displays[event.index];
        state.drawn.visibleAt = m_now;
        ++m_redraws[event.index];
        m_observer.shown(state.drawn);
        break;
    }
    case Kind::Recorded:
        acceptRecorded(event.index);
        break;
    }
}

/// Runs the next due task of this turn; at the end of the turn waits for the next look.
void FirmwareRun::look()
{
    while (m_nextTask < taskCount())
        if (startTask(m_nextTask++))
            return;
    m_queue.add(firstLook(m_now + m_turn, m_turn, earliestDue()), {Kind::Look, 0});
}

bool FirmwareRun::startTask(std::size_t task)
{
    if (task < m_channels.size()) {
        if (m_channels[task].due > m_now)
            return false;
        startSample(task);
        return true;
    }
    const auto display = task - m_channels.size();
    if (m_displays[display].due > m_now)
        return false;
    startRedraw(display);
    return true;
}

void FirmwareRun::startSample(std::size_t index)
{
    const auto& channel = m_instrument.channels[index];
    auto& state = m_channels[index];
    // The noise belongs to the slot of the sampling grid, not to the count of samples: a run that
    // starts later, or one that missed a slot, meets the same noise.
    const auto slot = m_now / channel.sampleEvery;
    state.due = channel.sampleEvery * (slot + 1);
    // What a module gives was converted while the processor did something else.
    const double since = channel.isReadByModule ? channel.conversionSeconds : 0;
    const double world = polylineAt(channel.lane, inSeconds(m_now) - since);
    const double deviate = state.noise.normal(static_cast<std::uint64_t>(slot));
    SampleRecord record{index, m_now, state.real.accept(Tap::World, m_now, world, deviate),
        state.calm.accept(Tap::World, m_now, world), true};
    state.latest = {record.real.smoothed, record.calm.smoothed, m_now, true};
    const double seconds = fetchSeconds(channel) + m_costs.scale
        + static_cast<double>(activeSteps(channel.steps).size()) * m_costs.smoothStep;
    const auto end = m_now + ticksFromSeconds(seconds);
    m_observer.sampled(record);
    m_observer.busy({BusyWith::Sampling, index, m_now, end});
    m_queue.add(end, {Kind::TaskEnd, index});
}

void FirmwareRun::startRedraw(std::size_t index)
{
    const auto& display = m_instrument.displays[index];
    auto& state = m_displays[index];
    state.due = display.redrawEvery * (m_now / display.redrawEvery + 1);
    state.drawn = drawDisplay(m_instrument, index, m_now,
        [&](std::size_t channel) { return m_channels[channel].latest; });
    const auto drawEnd = m_now + ticksFromSeconds(state.cost.draw);
    const auto end = drawEnd + ticksFromSeconds(state.cost.transfer);
    m_observer.busy({BusyWith::Drawing, index, m_now, drawEnd});
    m_observer.busy({BusyWith::Transfer, index, drawEnd, end});
    if (display.panelResponse > Ticks{})
        m_observer.busy({BusyWith::Panel, index, end, end + display.panelResponse});
    m_queue.add(end + display.panelResponse, {Kind::Visible, index});
    m_queue.add(end, {Kind::TaskEnd, index});
}

void FirmwareRun::acceptRecorded(std::size_t index)
{
    auto& state = m_channels[index];
    const auto& recording = *state.recording;
    SampleRecord record;
    record.channel = index;
    record.at = m_now;
    record.real = state.real.accept(recording.tap, m_now, recording.values[state.nextRecorded]);
    state.latest = {record.real.smoothed, notThere, m_now, true};
    m_observer.sampled(record);
    if (++state.nextRecorded < recording.at.size())
        m_queue.add(recording.at[state.nextRecorded], {Kind::Recorded, index});
}

Ticks FirmwareRun::earliestDue() const
{
    Ticks earliest = maxTicks;
    for (const auto& channel : m_channels)
        earliest = std::min(earliest, channel.due);
    for (const auto& display : m_displays)
        earliest = std::min(earliest, display.due);
    return earliest;
}

double lastInstantSeconds(const PlainInstrument& instrument, const Recordings& recordings)
{
    double last = 0;
    if (recordings) {
        for (const auto& recording : *recordings)
            if (!recording.at.empty())
                last = std::max(last, inSeconds(recording.at.back()));
        return last;
    }
    for (const auto& channel : instrument.channels)
        if (!channel.lane.empty())
            last = std::max(last, channel.lane.back().x);
    return last;
}

Result<Recordings> recordingsFor(const PlainInstrument& instrument, std::vector<Capture> captures)
{
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
