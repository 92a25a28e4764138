#include "run/tasks/redraw_task.h"

#include "glass/parts/make_part.h"
#include "instrument/plain_program.h"
#include "run/settings.h"
#include "timing/bus.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern {

namespace {

// What happens to a frame by itself:
constexpr int isSent = 0;
constexpr int isShown = 1;

/// The display after it was set up, before the run begins.
std::unique_ptr<GlassPart> partOf(const PlainDisplay& display)
{
    const auto& setup = display.firmware->setup();
    auto part = makeGlassPart(setup.part, setup.address);
    part->powerOn();
    for (const auto& step : display.firmware->begin())
        part->take(step.transfer, {});
    return part;
}

bool needSigns(const PlainDisplay& display)
{
    return std::any_of(display.pages.begin(), display.pages.end(),
        [&](const PlainPage& page) { return !display.firmware->prepare(page).empty(); });
}

ValueOf valuesOf(Turn& turn)
{
    return [&turn](std::size_t channel) { return turn.memory().latest(channel); };
}

} // namespace

RedrawTask::RedrawTask(
    std::size_t display, const PlainInstrument& instrument, Ticks start, Ticks drawFrom)
    : m_index(display)
    , m_place(static_cast<std::size_t>(
          &redrawTaskOf(instrument, instrument.displays[display]) - instrument.program.data()))
    , m_due(nextOnGrid(start, instrument.displays[display].redrawEvery))
    , m_frameDue(m_due)
    , m_drawFrom(drawFrom)
    , m_part(partOf(instrument.displays[display]))
    , m_pages(instrument.displays[display], start)
    , m_light(instrument.displays[display].firmware->setup().light())
    , m_hasSigns(needSigns(instrument.displays[display]))
{
}

/// What was turned is drawn at once.
Hearing RedrawTask::hear(Turn& turn, const HeardCode& heard)
{
    if (heard.meanings != Meanings::General
        || !m_pages.hear(turn.instrument().displays[m_index], heard))
        return Hearing::NotMeant;
    m_hasNews = true;
    m_frameDue = std::min(m_frameDue, std::max(turn.now(), m_part->busyUntil()));
    if (m_left.empty())
        m_due = std::min(m_due, m_frameDue);
    turn.wake();
    return Hearing::Accepted;
}

void RedrawTask::changed(Turn& turn, std::size_t channel)
{
    m_hasNews = m_hasNews
        || (place(turn).spec.when == TaskWhen::Changed
            && shows(turn.instrument(), turn.instrument().displays[m_index], channel));
}

Ticks RedrawTask::run(Turn& turn)
{
    const auto now = turn.now();
    const auto& display = turn.instrument().displays[m_index];
    if (now < m_sentUntil) { // what is being sent must not be drawn over
        m_due = m_sentUntil;
        return now;
    }
    const bool isBeside = place(turn).spec.sends == Sending::Background;
    if (const auto free = turn.busFree(display.bus); free > now && !isBeside) {
        turn.observer().busy({BusyWith::Drawing, m_index, now, free}); // it waits for the bus
        return free;
    }
    return m_left.empty() ? beginFrame(turn) : send(turn, 0);
}

Ticks RedrawTask::beginFrame(Turn& turn)
{
    const auto now = turn.now();
    const auto& display = turn.instrument().displays[m_index];
    const auto& spec = place(turn).spec;
    m_due = m_frameDue = display.redrawEvery * (now / display.redrawEvery + 1);
    const auto& page = m_pages.at(turn.instrument(), display, now, valuesOf(turn));
    if (m_shown != page.id) {
        m_shown = page.id;
        m_shownSince = now;
        m_hasNews = true;
        turn.observer().turned({m_index, now, page.id});
        turn.memory().show(m_index, page.id);
    }
    if (spec.when == TaskWhen::Changed && !std::exchange(m_hasNews, false))
        return now;
    auto& flight = m_flights.emplace_back();
    // Signs of one's own are sent with the first page that needs them, and what is sent beside the
    // loop is known only when it is drawn.
    flight.isDrawn = now >= m_drawFrom || !display.firmware->leavesNothing() || m_hasSigns
        || spec.sends != Sending::AtOnce || display.digitsEvery > Ticks{};
    const double drawing = drawSeconds(turn.instrument(), display, page);
    const auto drawEnd = turn.after(drawing);
    turn.observer().busy({BusyWith::Drawing, m_index, now, drawEnd});
    if (flight.isDrawn) {
        m_left = draw(turn, flight, page);
        return send(turn, drawing);
    }
    m_histories.remember(turn.instrument(), display, now, valuesOf(turn));
    m_memory.reset();
    const auto begin = std::max(drawEnd, turn.busFree(display.bus));
    const auto end = turn.after(drawing + sendSeconds(display, *display.most, display.busHertz))
        + (begin - drawEnd);
    turn.keepBus(display.bus, end);
    turn.observer().busy({BusyWith::Transfer, m_index, begin, end});
    turn.later(end, isSent);
    waitForPanel(display);
    return end;
}

DriverSteps RedrawTask::dim(Turn& turn)
{
    const auto& display = turn.instrument().displays[m_index];
    double light = display.firmware->setup().light();
    if (const auto* part = dayPartOf(display, valuesOf(turn)))
        light *= part->light;
    if (const auto& dims = display.dimming) {
        const double value = turn.memory().valueOf(turn.instrument(), dims->from, false);
        if (!std::isnan(value))
            light *= stoppedLine(value, dims->low, dims->high, dims->lowShare, dims->highShare);
    }
    if (light == m_light)
        return {};
    m_light = light;
    return display.firmware->driver().light(light);
}

void RedrawTask::holdDigits(
    PageMoment& moment, const PlainDisplay& display, const PlainPage& page, Ticks now)
{
    if (display.digitsEvery == Ticks{})
        return;
    if (m_held.of != page.id || now >= m_held.until) {
        m_held = {page.id, display.digitsEvery * (now / display.digitsEvery + 1), moment};
        return;
    }
    std::size_t reader = 0;
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        if (isOfDigits(field.kind)) {
            moment.content[i] = m_held.moment.content[i];
            moment.readers[reader] = m_held.moment.readers[reader];
        }
        reader += field.traits().hasReader ? 1 : 0;
    }
}

DriverSteps RedrawTask::draw(Turn& turn, Flight& flight, const PlainPage& page)
{
    const auto& display = turn.instrument().displays[m_index];
    m_histories.remember(turn.instrument(), display, turn.now(), valuesOf(turn));
    const auto stateOf = [&turn](std::size_t reader) {
        return turn.memory().settle(turn.instrument(), reader, turn.now());
    };
    auto moment = pageMoment(turn.instrument(), display, page, turn.now(), m_shownSince,
        valuesOf(turn), stateOf, m_histories);
    holdDigits(moment, display, page, turn.now());
    flight.shown.display = m_index;
    flight.shown.startedAt = turn.now();
    flight.shown.readers = std::move(moment.readers);
    flight.shown.content = std::make_shared<const PageContent>(std::move(moment.content));
    flight.shown.page = page.id;
    auto drawn = display.firmware->drawn(m_memory, page, *flight.shown.content);
    if (drawn != m_memory && display.firmware->wantsFull(m_partialRefreshes))
        m_memory.reset();
    auto steps = display.firmware->redraw(m_memory, drawn);
    m_partialRefreshes = !m_memory ? 0 : m_partialRefreshes + (steps.empty() ? 0 : 1);
    const auto putFirst = [&steps](const DriverSteps& more) {
        steps.insert(steps.begin(), more.begin(), more.end());
    };
    if (m_signsOf != page.id) {
        putFirst(display.firmware->prepare(page));
        m_signsOf = page.id;
    }
    putFirst(dim(turn));
    m_memory = std::move(drawn);
    return steps;
}

void RedrawTask::waitForPanel(const PlainDisplay& display)
{
    if (!display.firmware->setup().has(DriverMistake::NotWaited))
        m_due = std::max(m_due, m_part->busyUntil());
}

Ticks RedrawTask::send(Turn& turn, double seconds)
{
    const auto& display = turn.instrument().displays[m_index];
    const auto& spec = place(turn).spec;
    const auto interface = display.firmware->setup().part.interface;
    auto& flight = m_flights.back();
    const auto drawn = turn.after(seconds);
    const bool isBeside = spec.sends == Sending::Background;
    const auto begin = std::max(drawn, turn.busFree(display.bus));
    double passed = 0;
    // While the loop waits for the bus, interrupts stretch it.
    const auto at = [&](double since) {
        return isBeside ? begin + ticksFromSeconds(since)
                        : turn.after(seconds + since) + (begin - drawn);
    };
    const bool isFirst = flight.heard.empty();
    if (isFirst) {
        flight.sent.display = m_index;
        flight.sent.from = begin;
        flight.sent.bytes = byteCount(m_left);
        flight.sent.transfers = m_left.size();
        flight.sent.before = m_part;
        flight.heard.reserve(m_left.size());
    }
    auto next = m_part->clone();
    std::size_t count = 0, bytes = 0;
    const auto most = static_cast<std::size_t>(spec.piece);
    while (count < m_left.size() && (spec.sends != Sending::InPieces || bytes < most)) {
        auto& step = m_left[count++];
        bytes += step.transfer.bytes.size();
        const double takes = transferSeconds(step.transfer, interface, display.busHertz);
        step.transfer.perByte =
            ticksFromSeconds(takes / static_cast<double>(step.transfer.bytes.size()));
        flight.heard.push_back({at(passed += takes), std::move(step.transfer)});
        next->take(flight.heard.back().transfer, flight.heard.back().at);
        passed += step.waits;
    }
    m_left.erase(m_left.begin(), m_left.begin() + static_cast<std::ptrdiff_t>(count));
    m_part = std::move(next);
    const auto end = at(passed);
    turn.observer().busy({isBeside ? BusyWith::Sending : BusyWith::Transfer, m_index, begin, end});
    if (end > begin)
        turn.keepBus(display.bus, end);
    if (isBeside && end > begin)
        m_sentUntil = end;
    if (m_left.empty()) {
        m_due = m_frameDue;
        flight.sent.to = end;
        flight.sent.after = m_part;
        flight.sent.heard =
            std::make_shared<const std::vector<TimedTransfer>>(std::move(flight.heard));
        turn.later(end, isSent);
        waitForPanel(display);
    } else {
        m_due = end; // the next piece in the next turn
    }
    return isBeside ? drawn : end;
}

/// All frames take equally long to be seen, so that the oldest one always comes first.
void RedrawTask::happen(Turn& turn, int part)
{
    if (part == isShown)
        return show(turn);
    const auto& flight = m_flights.back();
    if (flight.isDrawn)
        turn.observer().sent(flight.sent);
    const auto& display = turn.instrument().displays[m_index];
    const auto seen = std::max(turn.now(), m_part->busyUntil()) + display.optical;
    if (seen <= turn.now())
        return show(turn);
    turn.observer().busy({BusyWith::Panel, m_index, turn.now(), seen});
    turn.later(seen, isShown);
}

void RedrawTask::show(Turn& turn)
{
    auto flight = std::move(m_flights.front());
    m_flights.pop_front();
    turn.redrawn(m_index);
    if (!flight.isDrawn)
        return;
    flight.shown.visibleAt = turn.now();
    flight.shown.picture =
        std::make_shared<const GlassPicture>(flight.sent.after->seen(turn.now()));
    turn.observer().shown(flight.shown);
}

} // namespace fern
