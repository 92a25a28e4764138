#include "plan/pace_figures.h"

#include "instrument/plain_program.h"
#include "judge/age.h"
#include "judge/blanking.h"
#include "judge/readable.h"
#include "plan/usual_redraw.h"
#include "run/task_blocks.h"

#include <map>

namespace fern {

PulseDemand pulseDemand(const PlainInstrument& in, const PlainChannel& c)
{
    const auto& p = c.source.pulses;
    if (c.source.kind != SourceKind::Pulses || p.gives != PulseGives::Rate
        || p.means != CountMeans::RisingEdge)
        return {};
    return {p.perUnit * fromSi(c.to, c.unit), mostCountedHertz(in, c)};
}

BuildFigures buildFigures(const PlainInstrument& in)
{
    BuildFigures build;
    for (const auto& c : in.channels)
        if (const auto demand = pulseDemand(in, c); demand.possibleHertz > 0)
            build.pulses = std::max(build.pulses, demand.wishedHertz / demand.possibleHertz);
    build.loads.resize(in.loops.size());
    for (const auto mode : weighedModes(in)) {
        std::vector<double> loads(in.loops.size());
        for (const auto& task : in.program)
            // What is run in every turn takes what is left.
            if (!isEveryTurn(task.spec) && task.spec.does != TaskDoes::Redraw
                && isOfMode(task, mode))
                loads[task.loop] += taskSeconds(in, task) / taskPeriod(in, task);
        for (std::size_t loop = 0; loop < in.loops.size(); ++loop)
            build.loads[loop] = std::max(
                build.loads[loop], loads[loop] * stretchedBy(in, loop, mostInterrupts(in, loop)));
    }
    return build;
}

namespace {

/// The oldest number of a display, by how much of its wish it takes.
OldestNumber oldestOn(const PlainInstrument& in, std::size_t index, double every, double& asked)
{
    const auto& display = in.displays[index];
    OldestNumber oldest{0, index, 0};
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        const auto& c = in.channels[i];
        if (givesCodes(c.source.kind) || !shows(in, display, i))
            continue;
        const double age = ageOf(in, c, display, every).oldest();
        if (age / c.freshnessSeconds <= asked)
            continue;
        asked = age / c.freshnessSeconds;
        oldest = {i, index, age};
    }
    return oldest;
}

/// Samples that wait for a redraw: two in a row, and more than a tenth of all.
double askedOfSampling(const PlainInstrument& in, std::size_t loop, double takes, double every)
{
    constexpr double mostLate = 2, mostShare = 0.1;
    double asked = 0;
    for (const auto& c : in.channels)
        if (c.loop == loop && isConverted(c.source.kind))
            asked = std::max(asked, takes / (mostLate * inSeconds(c.sampleEvery)));
    return std::min(asked, takes / every / mostShare);
}

} // namespace

DisplayFigures displayFigures(
    const PlainInstrument& in, std::size_t index, double everySeconds, double usualSeconds)
{
    const auto& display = in.displays[index];
    DisplayFigures figures;
    if (display.pages.empty())
        return figures;
    const auto set = [&](PaceLimit limit, double asked) {
        figures.asked[static_cast<std::size_t>(limit)] = asked;
    };
    const auto& task = redrawTaskOf(in, display);
    const auto cost = redrawCost(in, display, display.busHertz);
    const double every =
        everySeconds > 0 ? everySeconds : turnSeconds(in, display.loop, modesOf(in, task));
    double asked = 0;
    figures.oldest = oldestOn(in, index,
        everySeconds > 0 ? everySeconds : roundSeconds(in, display.loop, modesOf(in, task)), asked);
    set(PaceLimit::Freshness, asked);
    set(PaceLimit::Readable, readableOf(in, display).leastSeconds / every);
    if (every <= rareSeconds)
        set(PaceLimit::Steady, darkSeconds(display) / flickerSeconds);
    const double frame = cost.draw + cost.transfer + (display.isDeaf ? cost.panel : 0);
    const double least = inSi(display.firmware->setup().part.leastInterval);
    set(PaceLimit::Panel, std::max(frame, least) / every);
    const bool isBeside = task.spec.sends == Sending::Background;
    const double blocked = cost.draw + (isBeside ? 0 : cost.transfer);
    set(PaceLimit::Sampling, askedOfSampling(in, display.loop, taskSeconds(in, task), every));
    const double stretched =
        stretchedBy(in, display.loop, mostInterrupts(in, display.loop)) / every;
    figures.mostLoad = blocked * stretched;
    figures.load = (cost.draw + (isBeside ? 0 : std::min(usualSeconds, cost.transfer))) * stretched;
    figures.transferSeconds = cost.transfer;
    figures.busShare = cost.transfer / every;
    return figures;
}

PaceFigures together(const PlainInstrument& in, const BuildFigures& build,
    const std::vector<const DisplayFigures*>& displays)
{
    constexpr double mostOfBus = 0.5; // of its time, as in the plan of one display
    constexpr double mostOfProcessor = 0.8;
    PaceFigures all;
    auto most = build.loads;
    auto loads = build.loads;
    double busiest = 0;
    std::map<std::string_view, double> buses;
    for (std::size_t i = 0; i < displays.size(); ++i) {
        const auto& own = *displays[i];
        if (own.asked[0] > all.asked[0])
            all.oldest = own.oldest;
        for (std::size_t k = 0; k < paceLimits; ++k)
            all.asked[k] = std::max(all.asked[k], own.asked[k]);
        loads[in.displays[i].loop] += own.load;
        all.transferSeconds.push_back(own.transferSeconds);
        most[in.displays[i].loop] += own.mostLoad;
        const auto& bus = in.displays[i].bus;
        busiest = std::max(busiest, bus.empty() ? own.busShare : buses[bus] += own.busShare);
    }
    const auto set = [&](PaceLimit limit, double asked) {
        all.asked[static_cast<std::size_t>(limit)] = asked;
    };
    set(PaceLimit::Pulses, build.pulses);
    set(PaceLimit::Bus, busiest / mostOfBus);
    all.load = *std::max_element(loads.begin(), loads.end());
    set(PaceLimit::Processor, *std::max_element(most.begin(), most.end()) / mostOfProcessor);
    return all;
}

PaceFigures figuresOf(const PlainInstrument& in)
{
    std::vector<DisplayFigures> own;
    for (std::size_t i = 0; i < in.displays.size(); ++i) {
        const auto& display = in.displays[i];
        const bool isAlways = isEveryTurn(redrawTaskOf(in, display).spec);
        own.push_back(displayFigures(in, i, isAlways ? 0 : inSeconds(display.redrawEvery),
            sendSeconds(display, usualRedraw(in, display, *display.firmware), display.busHertz)));
    }
    std::vector<const DisplayFigures*> all;
    all.reserve(own.size());
    for (const auto& figures : own)
        all.push_back(&figures);
    return together(in, buildFigures(in), all);
}

std::string verdictText(const PaceFigures& figures)
{
    std::string broken;
    for (std::size_t k = 0; k < paceLimits; ++k)
        if (!figures.keeps(static_cast<PaceLimit>(k)))
            broken += (broken.empty() ? "" : ", ") + std::string(paceLimitNames[k]);
    return broken.empty() ? "keeps every wish about timing" : "too much for " + broken;
}

} // namespace fern
