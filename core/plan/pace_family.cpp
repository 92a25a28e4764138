#include "plan/pace_family.h"

#include "instrument/loops.h"
#include "instrument/parts_view.h"
#include "instrument/plain_program.h"
#include "instrument/pulse_edits.h"
#include "judge/readable.h"
#include "parts/i2c_electrics.h"
#include "plan/usual_redraw.h"
#include "run/display_run.h"
#include "timing/bus.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace fern {

namespace {

/// Seconds between two redraws that a plan proposes.
constexpr std::array<double, 18> ladder{
    0.05, 0.1, 0.2, 0.25, 0.5, 0.75, 1, 2, 5, 10, 30, 60, 180, 300, 600, 1800, 3600, 86400};
constexpr std::size_t mostIntervals = 6;

/// How much code a way to send takes, more than the simplest.
int effortOf(RedrawStrategy strategy)
{
    switch (strategy) {
    case RedrawStrategy::FullFrame:
    case RedrawStrategy::ClearAndWrite:
        return 0;
    case RedrawStrategy::ChangedPages:
        return 1;
    case RedrawStrategy::DirtyBox:
    case RedrawStrategy::ChangedCells:
        return 2;
    }
    return 0;
}

constexpr int effortOfCore = 2; ///< of a second loop, and what the two share

PlainTask& taskOf(PlainInstrument& plain, std::size_t display)
{
    return *std::find_if(plain.program.begin(), plain.program.end(), [&](const PlainTask& task) {
        return task.spec.does == TaskDoes::Redraw && task.of == display;
    });
}

/// Whether the processor can go on while its bus sends: with a clock of its own, and memory that
/// the bus reads by itself, as 32-bit classes have (common practice).
bool canSendBeside(const PlainInstrument& plain, const PlainDisplay& display)
{
    const auto interface = display.firmware->setup().part.interface;
    return plain.loops[display.loop].processor != ProcessorClass::Bits8At16MHz
        && (interface == DisplayInterface::I2c || interface == DisplayInterface::Spi);
}

/// The clocks that a bus bears: its own, and the fastest usual one that its modules follow and its
/// lines rise fast enough for.
std::vector<double> clocksOf(const BusView& view)
{
    const double own = inSi(view.bus->speed);
    double best = own;
    for (const double hertz : usualRates(view.bus->kind)) {
        const auto limits = i2cLimits(hertz);
        const bool isFollowed = std::all_of(view.modules.begin(), view.modules.end(),
            [&](const Part* part) { return inSi(part->port->fastest) >= hertz * (1 - 1e-9); });
        if (view.bus->kind == BusKind::I2c && hertz > best && isFollowed && limits
            && i2cRiseTime(view.pullUpOhm, view.farad) <= limits->riseSeconds)
            best = hertz;
    }
    return best > own ? std::vector<double>{own, best} : std::vector<double>{own};
}

} // namespace

PaceFamily::PaceFamily(const Instrument& instrument, const PlainInstrument& plain)
    : m_plain(plain)
{
    for (const auto& c : instrument.channels)
        m_canInterrupt.push_back(c->source.kind == SourceKind::Pulses
            && c->source.pulses.input == PulseInput::Polled && interruptPin(instrument, *c));
    m_displays.resize(plain.displays.size());
    addClocks(instrument);
    for (std::size_t i = 0; i < plain.displays.size(); ++i)
        addOptions(i);
    limit();
    for (const auto& clock : m_clocks)
        m_builds *= static_cast<std::uint32_t>(clock.hertz.size());
    for (const auto& display : m_displays)
        m_builds *= static_cast<std::uint32_t>(display.choices.size());
}

std::size_t PaceFamily::size() const
{
    std::size_t size = 1;
    for (const auto& clock : m_clocks)
        size *= clock.hertz.size();
    for (const auto& display : m_displays)
        size *= display.choices.size() * display.intervals.size();
    return size;
}

namespace {

/// Takes the interval away that is furthest from what is usual; that and the present one stay.
void dropFurthest(std::vector<double>& intervals, double usual, double own)
{
    const double middle = usual > 0 ? usual : own;
    auto furthest = intervals.end();
    double most = 0;
    for (auto each = intervals.begin(); each != intervals.end(); ++each)
        if (const double off = std::abs(std::log(*each / middle));
            *each != usual && *each != own && off > most) {
            most = off;
            furthest = each;
        }
    if (furthest != intervals.end())
        intervals.erase(furthest);
}

} // namespace

void PaceFamily::limit()
{
    constexpr std::size_t most = 100'000;
    constexpr std::size_t fewest = 2; // intervals: the usual and the present one
    while (size() > most) {
        const auto has = [](const DisplayOptions& display) {
            return std::max(display.choices.size(),
                display.intervals.size() > fewest ? display.intervals.size() : 0);
        };
        auto& longest = *std::max_element(m_displays.begin(), m_displays.end(),
            [&](const auto& a, const auto& b) { return has(a) < has(b); });
        if (has(longest) <= 1)
            return;
        if (longest.choices.size() >= longest.intervals.size()
            || longest.intervals.size() <= fewest)
            longest.choices.pop_back();
        else
            dropFurthest(longest.intervals, longest.usualSeconds, longest.ownSeconds);
    }
}

void PaceFamily::addClocks(const Instrument& instrument)
{
    const auto views = busViews(instrument);
    for (std::size_t i = 0; i < m_plain.displays.size(); ++i) {
        const auto& display = m_plain.displays[i];
        const auto known = std::find_if(m_clocks.begin(), m_clocks.end(),
            [&](const Clock& clock) { return !display.bus.empty() && clock.bus == display.bus; });
        if (known != m_clocks.end()) {
            known->displays.push_back(i);
            continue;
        }
        const auto view = std::find_if(views.begin(), views.end(),
            [&](const BusView& each) { return each.bus->id == display.bus; });
        m_clocks.push_back({display.bus, {i},
            view == views.end() ? std::vector<double>{display.busHertz} : clocksOf(*view)});
    }
}

void PaceFamily::addOptions(std::size_t index)
{
    const auto& display = m_plain.displays[index];
    auto& options = m_displays[index];
    const auto& own = redrawTaskOf(m_plain, display).spec;
    const double every = isEveryTurn(own) ? 0 : inSeconds(display.redrawEvery);
    if (display.pages.empty()) {
        options.ways.push_back({display.firmware, display.most, display.most});
        options.choices.push_back({0, own.sends, own.core, inSeconds(display.digitsEvery), 0});
        options.intervals = {every};
        return;
    }
    for (const auto strategy : strategiesOf(display.firmware->setup().part)) {
        auto setup = display.firmware->setup();
        setup.driver.strategy = strategy;
        auto firmware = std::make_shared<const DisplayFirmware>(setup);
        auto most = std::make_shared<const DriverSteps>(firmware->most());
        auto usual = std::make_shared<const DriverSteps>(usualRedraw(m_plain, display, *firmware));
        options.ways.push_back({std::move(firmware), std::move(most), std::move(usual)});
    }
    // Whoever sends no more at most, and usually, with no more code, is never worse.
    const auto isWorse = [&](const Way& a, const Way& b) {
        const auto seconds = [&](const DriverSteps& steps) {
            return sendSeconds(display, steps, display.busHertz);
        };
        const auto isDark = [](const Way& way) {
            return way.firmware->strategy() == RedrawStrategy::ClearAndWrite;
        };
        const std::array of{seconds(*a.most), seconds(*a.usual),
            double(effortOf(a.firmware->strategy())), double(isDark(a))};
        const std::array other{seconds(*b.most), seconds(*b.usual),
            double(effortOf(b.firmware->strategy())), double(isDark(b))};
        bool isAnyWorse = false;
        for (std::size_t k = 0; k < of.size(); ++k) {
            if (of[k] < other[k])
                return false;
            isAnyWorse = isAnyWorse || of[k] > other[k];
        }
        return isAnyWorse;
    };
    for (std::size_t way = 0; way < options.ways.size(); ++way) {
        if (std::any_of(options.ways.begin(), options.ways.end(),
                [&](const Way& other) { return isWorse(options.ways[way], other); }))
            continue;
        const auto& loop = m_plain.loops[display.loop];
        const auto add = [&](Sending sends, int core) {
            options.choices.push_back({way, sends, core, inSeconds(display.digitsEvery), 0});
        };
        add(Sending::AtOnce, loop.core);
        add(Sending::InPieces, loop.core);
        if (canSendBeside(m_plain, display))
            add(Sending::Background, loop.core);
        for (int core = 1; core <= coresOf(loop.processor); ++core)
            if (core != loop.core)
                add(Sending::AtOnce, core);
    }
    const auto eyes = readableOf(m_plain, display);
    options.ownSeconds = every;
    options.isPaper = display.firmware->setup().part.kind() == DisplayKind::Paper;
    options.usualSeconds = options.isPaper ? 0 : eyes.usualSeconds;
    for (auto& choice : options.choices)
        choice.usualSeconds = options.usualSeconds;
    const double panel = inSi(display.firmware->setup().part.leastInterval);
    const double least = std::max(eyes.leastSeconds, panel);
    std::set<double> intervals;
    if (every > 0)
        intervals.insert(every);
    if (least > 0)
        intervals.insert(std::ceil(least * 1000 - 1e-6) / 1000);
    if (eyes.usualSeconds > least)
        intervals.insert(eyes.usualSeconds);
    for (const double seconds : ladder) // the one below the least tells what a hurried eye gains
        if (seconds >= least / 3 && intervals.size() < mostIntervals)
            intervals.insert(seconds);
    options.intervals.assign(intervals.begin(), intervals.end());
    if (!options.isPaper)
        addHeld(index);
}

void PaceFamily::addHeld(std::size_t index)
{
    auto& options = m_displays[index];
    auto display = m_plain.displays[index];
    display.digitsEvery = {};
    const auto digits = readableOf(m_plain, display);
    display.digitsEvery = ticksFromSeconds(digits.usualSeconds);
    const auto bars = readableOf(m_plain, display);
    if (display.digitsEvery == m_plain.displays[index].digitsEvery
        || bars.leastSeconds >= digits.leastSeconds)
        return; // held already, or there is nothing beside them
    for (std::size_t i = 0, count = options.choices.size(); i < count; ++i) {
        auto held = options.choices[i];
        held.digitsSeconds = digits.usualSeconds;
        held.usualSeconds = bars.usualSeconds;
        options.choices.push_back(held);
    }
    std::set<double> intervals(options.intervals.begin(), options.intervals.end());
    intervals.insert({bars.leastSeconds, bars.usualSeconds});
    options.intervals.assign(intervals.begin(), intervals.end());
}

PaceFamily::Build PaceFamily::build(std::uint32_t number) const
{
    Build own;
    for (const auto& clock : m_clocks) {
        const auto count = static_cast<std::uint32_t>(clock.hertz.size());
        own.hertz.push_back(clock.hertz[number % count]);
        number /= count;
    }
    for (const auto& display : m_displays) {
        const auto count = static_cast<std::uint32_t>(display.choices.size());
        own.choices.push_back(number % count);
        number /= count;
    }
    return own;
}

void PaceFamily::setWay(PlainDisplay& display, const Way& way) const
{
    display.firmware = way.firmware;
    display.most = way.most;
}

namespace {

void setClock(PlainInstrument& plain, const std::string& bus,
    const std::vector<std::size_t>& displays, double hertz)
{
    for (const auto display : displays)
        plain.displays[display].busHertz = hertz;
    if (bus.empty())
        return;
    for (auto& channel : plain.channels)
        if (channel.moduleBus == bus)
            channel.moduleBusHertz = hertz;
}

void setCore(PlainInstrument& plain, PlainTask& task, int core)
{
    task.spec.core = core;
    task.loop = loopAt(plain.loops, plain.loops[task.loop].board, core);
    plain.displays[task.of].loop = task.loop;
}

} // namespace

int PaceFamily::countAll(PlainInstrument& plain) const
{
    int changed = 0;
    for (std::size_t i = 0; i < plain.channels.size(); ++i) {
        if (!m_canInterrupt[i])
            continue;
        const auto demand = pulseDemand(plain, plain.channels[i]);
        if (demand.wishedHertz <= demand.possibleHertz)
            continue;
        plain.channels[i].source.pulses.input = PulseInput::Interrupt;
        ++changed;
    }
    return changed;
}

int PaceFamily::apply(PlainInstrument& plain, const Build& own) const
{
    for (std::size_t i = 0; i < m_clocks.size(); ++i)
        setClock(plain, m_clocks[i].bus, m_clocks[i].displays, own.hertz[i]);
    for (std::size_t i = 0; i < m_displays.size(); ++i) {
        const auto& choice = m_displays[i].choices[own.choices[i]];
        setWay(plain.displays[i], m_displays[i].ways[choice.way]);
        auto& task = taskOf(plain, i);
        setCore(plain, task, choice.core);
        plain.displays[i].digitsEvery = ticksFromSeconds(choice.digitsSeconds);
        task.spec.sends = choice.sends;
        if (task.spec.when == TaskWhen::EveryTurn && m_displays[i].intervals.front() > 0)
            task.spec.when = TaskWhen::Due;
    }
    for (std::size_t i = 0; i < plain.channels.size(); ++i)
        plain.channels[i].source.pulses.input = m_plain.channels[i].source.pulses.input;
    return countAll(plain);
}

double PaceFamily::usualSeconds(
    const PlainInstrument& plain, std::size_t display, const Way& way) const
{
    const auto& own = plain.displays[display];
    return sendSeconds(own, *way.usual, own.busHertz);
}

bool PaceFamily::visit(const std::function<bool(const PaceMember&)>& visitor,
    const std::function<bool()>& isWanted) const
{
    auto plain = m_plain;
    for (std::uint32_t number = 0; number < m_builds; ++number) {
        if (!isWanted())
            return false;
        const auto own = build(number);
        const int interrupts = apply(plain, own);
        const auto figures = buildFigures(plain);
        std::vector<std::vector<DisplayFigures>> at(m_displays.size());
        int effort = interrupts;
        std::uint32_t count = 1;
        for (std::size_t i = 0; i < m_displays.size(); ++i) {
            const auto& options = m_displays[i];
            const auto& choice = options.choices[own.choices[i]];
            const auto& way = options.ways[choice.way];
            effort += effortOf(way.firmware->strategy()) + static_cast<int>(choice.sends)
                + (choice.core > 1 ? effortOfCore : 0) + (choice.digitsSeconds > 0 ? 1 : 0);
            for (const double every : options.intervals)
                at[i].push_back(displayFigures(plain, i, every, usualSeconds(plain, i, way)));
            count *= static_cast<std::uint32_t>(options.intervals.size());
        }
        std::vector<const DisplayFigures*> chosen(m_displays.size());
        for (std::uint32_t intervals = 0; intervals < count; ++intervals) {
            PaceMember member{number, intervals, {}, 0, 0, 0, effort};
            auto rest = intervals;
            for (std::size_t i = 0; i < m_displays.size(); ++i) {
                const auto steps = static_cast<std::uint32_t>(at[i].size());
                chosen[i] = &at[i][rest % steps];
                const auto& options = m_displays[i];
                const double every = options.intervals[rest % steps];
                const double usual = options.choices[own.choices[i]].usualSeconds;
                member.hurried += every < usual * (1 - 1e-9);
                member.idle += usual > 0 && every > usual * (1 + 1e-9);
                member.flashes += options.isPaper && every > 0 ? 1 / every : 0;
                rest /= steps;
            }
            member.figures = together(plain, figures, chosen);
            if (!visitor(member))
                return false;
        }
    }
    return true;
}

Pace PaceFamily::pace(const PaceMember& member) const
{
    const auto own = build(member.build);
    auto plain = m_plain;
    apply(plain, own);
    auto pace = paceOf(plain);
    auto rest = member.intervals;
    for (std::size_t i = 0; i < m_displays.size(); ++i) {
        const auto& intervals = m_displays[i].intervals;
        const auto count = static_cast<std::uint32_t>(intervals.size());
        pace.displays[i].everySeconds = intervals[rest % count];
        rest /= count;
    }
    return pace;
}

PlainInstrument PaceFamily::with(const Pace& pace) const
{
    auto plain = m_plain;
    for (std::size_t i = 0; i < m_displays.size(); ++i) {
        const auto& own = pace.displays[i];
        auto& display = plain.displays[i];
        for (const auto& way : m_displays[i].ways)
            if (way.firmware->strategy() == own.strategy)
                setWay(display, way);
        setClock(plain, display.bus, {i}, own.busHertz);
        auto& task = taskOf(plain, i);
        setCore(plain, task, own.core);
        display.digitsEvery = ticksFromSeconds(own.digitsSeconds);
        task.spec.sends = own.sends;
        if (own.everySeconds > 0) {
            display.redrawEvery = ticksFromSeconds(own.everySeconds);
            if (task.spec.when == TaskWhen::EveryTurn)
                task.spec.when = TaskWhen::Due;
        }
    }
    for (std::size_t i = 0; i < plain.channels.size(); ++i)
        plain.channels[i].source.pulses.input = pace.inputs[i];
    for (std::size_t i = 0; i < plain.loops.size(); ++i) {
        plain.loops[i].waitSeconds = pace.loopWaits[i];
        plain.loops[i].hasTasks = i == 0
            || std::any_of(plain.program.begin(), plain.program.end(),
                [&](const PlainTask& task) { return task.loop == i; });
    }
    return plain;
}

PaceFigures PaceFamily::figures(const Pace& pace) const
{
    return figuresOf(with(pace));
}

} // namespace fern
