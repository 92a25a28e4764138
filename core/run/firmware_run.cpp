#include "run/firmware_run.h"

#include "curves/polyline.h"
#include "run/settings.h"
#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

FirmwareRun::FirmwareRun(PlainInstrument instrument, RunOptions options, RunObserver& observer)
    : m_instrument(std::move(instrument))
    , m_options(std::move(options))
    , m_observer(observer)
    , m_turn(std::max(Ticks{1}, ticksFromSeconds(turnSeconds(m_instrument))))
    , m_now(m_options.start)
    , m_redraws(m_instrument.displays.size())
{
    for (const auto& setting : m_instrument.settings)
        m_settings.push_back(setting->value.value);
    for (std::size_t i = 0; i < m_instrument.channels.size(); ++i)
        m_channels.push_back(makeState(i));
    for (const auto& display : m_instrument.displays)
        m_displays.push_back({nextOnGrid(m_now, display.redrawEvery),
            redrawCost(m_instrument, display, display.busHertz), {}});
    for (const auto& output : m_instrument.outputs)
        m_outputsDue.push_back(nextOnGrid(m_now, ticksFromSeconds(inSi(output->every))));
    for (std::size_t i = 0; i < m_channels.size(); ++i)
        begin(i);
    m_firstIdleLook = m_now;
    if (earliestDue() != maxTicks)
        m_queue.add(earliestDue(), {Kind::Look, 0});
}

FirmwareRun::ChannelState FirmwareRun::makeState(std::size_t index)
{
    const auto& channel = m_instrument.channels[index];
    const auto seed = m_instrument.seed;
    ChannelState state{ChannelRun(channel, seed), ChannelRun(channel, seed),
        RandomStream(seed, channel.id, "noise"), nextOnGrid(m_now, channel.sampleEvery), {},
        Faults(channel.faults, seed, channel.id)};
    if (m_options.recordings)
        for (const auto& recording : *m_options.recordings)
            if (recording.channel == channel.id)
                state.recording = &recording;
    const bool isTold = fern::isTold(channel.source.kind);
    const bool isMadeHere =
        channel.source.kind == SourceKind::Derived || channel.source.kind == SourceKind::Clock;
    if (m_options.isLive && !isMadeHere) {
        state.due = maxTicks;
        if (isTold)
            state.decoder = makeDecoder(channel.source);
        return state;
    }
    // Without a recording and without a lane there is nothing to sample.
    if (state.recording != nullptr || isTold || !channel.hasWorld())
        state.due = maxTicks;
    if (state.recording != nullptr || !channel.hasWorld())
        return state;
    if (isTold) {
        state.device = deviceOf(channel, m_instrument);
        state.decoder = makeDecoder(channel.source);
        state.nextSlot = m_now / state.device->period;
    }
    state.sampled = makeSampledSource(channel, m_instrument, m_now);
    if (channel.source.kind == SourceKind::Derived) {
        state.derived.emplace(channel, m_instrument);
        state.calmDerived = state.derived;
    }
    return state;
}

/// Puts the first event of a recording or device into the queue.
void FirmwareRun::begin(std::size_t index)
{
    auto& state = m_channels[index];
    if (state.device)
        m_queue.add(std::max(m_now, state.device->period * state.nextSlot), {Kind::Slot, index});
    if (state.recording == nullptr)
        return;
    const auto& at = state.recording->at;
    state.nextRecorded =
        static_cast<std::size_t>(std::lower_bound(at.begin(), at.end(), m_now) - at.begin());
    if (state.nextRecorded < at.size())
        m_queue.add(at[state.nextRecorded], {Kind::Recorded, index});
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
        lookAtPins();
        m_nextTask = 0;
        [[fallthrough]];
    case Kind::TaskEnd:
        look();
        break;
    case Kind::Visible: {
        auto& state = m_displays[event.index];
        state.drawn.visibleAt = m_now;
        ++m_redraws[event.index];
        if (state.drawn.frame)
            m_observer.shown(state.drawn);
        break;
    }
    case Kind::Recorded:
        acceptRecorded(event.index);
        break;
    case Kind::Delivered:
        acceptDelivered(event.index);
        break;
    case Kind::Slot:
        startSlot(event.index);
        break;
    case Kind::Bytes:
        acceptBytes(event.index);
        break;
    }
}

/// Runs the next due task of this turn; at the end of the turn waits for the next look.
void FirmwareRun::look()
{
    while (m_nextTask < taskCount())
        if (startTask(m_nextTask++))
            return;
    m_turn = std::max(Ticks{1},
        ticksFromSeconds(
            turnSeconds(m_instrument) * stretchedBy(m_instrument, interruptsPerSecond())));
    m_firstIdleLook = m_now + m_turn;
    m_queue.add(firstLook(m_firstIdleLook, m_turn, earliestDue()), {Kind::Look, 0});
}

/// Every idle turn since the last task looked at the polled pins, and this one does.
void FirmwareRun::lookAtPins()
{
    for (auto& channel : m_channels)
        if (channel.sampled)
            channel.sampled->look({std::min(m_firstIdleLook, m_now), m_turn, m_now});
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
    if (display < m_displays.size()) {
        if (m_displays[display].due > m_now)
            return false;
        startRedraw(display);
        return true;
    }
    const auto output = display - m_displays.size();
    if (m_outputsDue[output] > m_now)
        return false;
    startOutput(output);
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
    auto record = sample(index, slot);
    record.channel = index;
    record.at = m_now;
    record.takenAt = oldestOf(channel);
    record.hasTwin = true;
    if (state.sampled)
        record.code = state.sampled->newCode(m_now, record.real.reading);
    if (state.derived)
        record.code = state.derived->newRow();
    const bool isCode = givesCodes(channel.source.kind);
    if (!isCode) {
        const bool isNew = record.real.smoothed != state.latest.real;
        state.latest = {record.real.smoothed, record.calm.smoothed, record.takenAt, true,
            state.derived ? state.derived->row() : std::string()};
        if (isNew)
            for (auto& other : m_channels)
                if (other.derived
                    && m_instrument.channels[&other - m_channels.data()].source.derived.of
                        == channel.id)
                    other.derived->followed(m_now);
    }
    const auto end = afterWork(sampleSeconds(m_instrument, channel));
    m_observer.sampled(record);
    m_observer.busy({BusyWith::Sampling, index, m_now, end});
    if (isCode && !record.code.empty())
        hear(index, record.code);
    m_queue.add(end, {Kind::TaskEnd, index});
}

/// When the oldest of the values that a sample is made of was taken. What gathers keeps what it
/// has, and codes stand until the next one.
Ticks FirmwareRun::oldestOf(const PlainChannel& channel) const
{
    Ticks oldest = m_now;
    const auto kind = channel.source.derived.kind;
    if (kind == DerivedKind::Formula || kind == DerivedKind::Rate || kind == DerivedKind::Net)
        for (const auto of : channel.madeOf)
            if (const auto& latest = m_channels[of].latest;
                latest.hasCome && !givesCodes(m_instrument.channels[of].source.kind))
                oldest = std::min(oldest, latest.sampledAt);
    return oldest;
}

/// What the pin, the count or the other channels give now, by the kind of the source.
SampleRecord FirmwareRun::sample(std::size_t index, std::int64_t slot)
{
    const auto& channel = m_instrument.channels[index];
    auto& state = m_channels[index];
    const double deviate = state.noise.normal(static_cast<std::uint64_t>(slot));
    const Disturbance noisy{&state.faults, deviate, true, slot};
    const Disturbance calm{&state.faults, 0, false, slot};
    SampleRecord record;
    Sampling now;
    if (state.derived) {
        now.value =
            state.derived->sample(m_now, [&](std::string_view id) { return valueOf(id, false); });
        const double twin = state.calmDerived->sample(
            m_now, [&](std::string_view id) { return valueOf(id, true); });
        const bool isOpen = isGateOpen(index);
        const auto inUnit = [&](double si) { return isOpen ? fromSi(si, channel.unit) : notThere; };
        record.real = state.real.accept(Tap::Reading, m_now, inUnit(now.value));
        record.calm = state.calm.accept(Tap::Reading, m_now, inUnit(twin));
        return record;
    }
    if (state.sampled) {
        now = state.sampled->sample(m_now);
    } else {
        // What a module gives was converted while the processor did something else.
        const double since = channel.isReadByModule ? channel.conversionSeconds : 0;
        now.tap = Tap::World;
        now.value = polylineAt(channel.lane, state.faults.seenSeconds(inSeconds(m_now)) - since);
        now.world = polylineAt(channel.lane, inSeconds(m_now) - since);
    }
    if (!isGateOpen(index))
        now.value = notThere;
    record.real = state.real.accept(now.tap, m_now, now.value, noisy);
    record.calm = state.calm.accept(now.tap, m_now, now.value, calm);
    record.real.world = record.calm.world = now.world;
    record.counted = now.counted;
    record.countedAt = std::move(now.countedAt);
    return record;
}

void FirmwareRun::startRedraw(std::size_t index)
{
    const auto& display = m_instrument.displays[index];
    auto& state = m_displays[index];
    state.due = display.redrawEvery * (m_now / display.redrawEvery + 1);
    state.drawn = m_now < m_options.drawFrom
        ? ShownRecord{}
        : drawDisplay(m_instrument, index, m_now,
            [&](std::size_t channel) { return m_channels[channel].latest; });
    const auto drawEnd = afterWork(state.cost.draw);
    const auto end = afterWork(state.cost.draw + state.cost.transfer);
    m_observer.busy({BusyWith::Drawing, index, m_now, drawEnd});
    m_observer.busy({BusyWith::Transfer, index, drawEnd, end});
    if (display.panelResponse > Ticks{})
        m_observer.busy({BusyWith::Panel, index, end, end + display.panelResponse});
    m_queue.add(end + display.panelResponse, {Kind::Visible, index});
    m_queue.add(end, {Kind::TaskEnd, index});
}

void FirmwareRun::startOutput(std::size_t index)
{
    const auto& output = *m_instrument.outputs[index];
    const auto every = ticksFromSeconds(inSi(output.every));
    m_outputsDue[index] = every * (m_now / every + 1);
    const double from = valueOf(output.from, false);
    // Without a value it stays where it is.
    if (!std::isnan(from))
        m_observer.driven({index, m_now, from, outputOf(output, from)});
    const auto blinds = ticksFromSeconds(inSi(output.blinds));
    if (blinds > Ticks{})
        for (auto& channel : m_channels)
            if (channel.sampled)
                channel.sampled->blind({m_now, m_now + blinds});
    m_queue.add(afterWork(outputSeconds(m_instrument, output)), {Kind::TaskEnd, index});
}

double FirmwareRun::interruptsPerSecond() const
{
    double sum = 0;
    for (const auto& channel : m_channels)
        sum += channel.sampled ? channel.sampled->interruptsPerSecond(m_now) : 0;
    return sum;
}

Ticks FirmwareRun::afterWork(double seconds) const
{
    return m_now + ticksFromSeconds(seconds * stretchedBy(m_instrument, interruptsPerSecond()));
}

double FirmwareRun::valueOf(std::string_view id, bool isCalm) const
{
    const auto channel = indexOf(m_instrument.channels, id);
    if (channel < m_channels.size())
        return isCalm ? m_channels[channel].latest.calm : m_channels[channel].latest.real;
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (m_instrument.settings[i]->id == id)
            return inSi(Quantity{m_settings[i], m_instrument.settings[i]->value.unit});
    return notThere;
}

bool FirmwareRun::isGateOpen(std::size_t index)
{
    const auto& gate = m_instrument.channels[index].source.gate;
    auto& isOpen = m_channels[index].isGateOpen;
    if (!gate)
        return true;
    const double value = valueOf(gate->channel, false);
    isOpen = value >= inSi(isOpen ? gate->closesBelow : gate->opensAt); // NaN closes it
    return isOpen;
}

void FirmwareRun::hear(std::size_t index, const std::string& code)
{
    const auto& channel = m_instrument.channels[index];
    const auto name = nameOf(channel.source.names, code);
    auto& latest = m_channels[index].latest;
    latest = {std::isnan(latest.real) ? 1 : latest.real + 1, notThere, m_now, true, code};
    for (auto& other : m_channels)
        for (auto* derived : {&other.derived, &other.calmDerived})
            if (*derived)
                (*derived)->hear(m_now, channel.id, code, name);
    for (std::size_t i = 0; i < m_settings.size(); ++i)
        if (const auto& setting = *m_instrument.settings[i]; setting.by == channel.id)
            m_settings[i] =
                settingAfter(setting, m_settings[i], name.empty() ? std::string_view(code) : name);
}

void FirmwareRun::startSlot(std::size_t index)
{
    auto& state = m_channels[index];
    for (auto& sent : state.device->slot(state.nextSlot)) {
        if (sent.at < m_now)
            continue; // it was heard before the run began
        m_queue.add(sent.at, {Kind::Bytes, index});
        state.onTheWay.push_back(std::move(sent));
    }
    ++state.nextSlot;
    m_queue.add(state.device->period * state.nextSlot, {Kind::Slot, index});
}

void FirmwareRun::acceptBytes(std::size_t index)
{
    auto& state = m_channels[index];
    const auto sent = std::move(state.onTheWay.front());
    state.onTheWay.pop_front();
    for (const auto& told : state.decoder->feed(m_now, sent.bytes)) {
        m_observer.told({index, told});
        if (!told.text.empty())
            hear(index, told.text);
        else if (told.state == ToldState::Good || told.state == ToldState::NoValue)
            take(index, told.number);
    }
}

void FirmwareRun::take(std::size_t index, double number)
{
    const auto& channel = m_instrument.channels[index];
    auto& state = m_channels[index];
    if (!isGateOpen(index))
        number = notThere;
    SampleRecord record;
    record.channel = index;
    record.at = record.takenAt = m_now;
    record.real = state.real.accept(Tap::Reading, m_now, number);
    record.real.world =
        channel.lane.empty() ? notThere : polylineAt(channel.lane, inSeconds(m_now));
    state.latest = {record.real.smoothed, notThere, m_now, true, {}};
    m_observer.sampled(record);
}

void FirmwareRun::acceptAt(std::size_t index, Tap tap, double value)
{
    auto& state = m_channels[index];
    SampleRecord record;
    record.channel = index;
    record.at = record.takenAt = m_now;
    record.real = state.real.accept(tap, m_now, value);
    state.latest = {record.real.smoothed, notThere, m_now, true, {}};
    m_observer.sampled(record);
}

void FirmwareRun::deliver(std::size_t channel, Tap tap, Ticks at, double value)
{
    m_channels[channel].delivered.emplace_back(tap, value);
    m_queue.add(std::max(at, m_now), {Kind::Delivered, channel});
}

void FirmwareRun::deliverBytes(std::size_t channel, Ticks at, std::string bytes)
{
    auto& state = m_channels[channel];
    if (!state.decoder)
        return;
    at = std::max(at, m_now);
    state.onTheWay.push_back({at, std::move(bytes)});
    m_queue.add(at, {Kind::Bytes, channel});
}

void FirmwareRun::acceptDelivered(std::size_t index)
{
    const auto [tap, value] = m_channels[index].delivered.front();
    m_channels[index].delivered.pop_front();
    acceptAt(index, tap, value);
}

void FirmwareRun::acceptRecorded(std::size_t index)
{
    auto& state = m_channels[index];
    const auto& recording = *state.recording;
    acceptAt(index, recording.tap, recording.values[state.nextRecorded]);
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
    for (const auto& due : m_outputsDue)
        earliest = std::min(earliest, due);
    return earliest;
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
