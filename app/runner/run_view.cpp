#include "app/runner/run_view.h"

#include <cmath>

namespace fern::app {

namespace {

void add(TraceLine& line, Ticks at, double si, const Unit& unit)
{
    line.seconds.push_back(inSeconds(at));
    line.values.push_back(fromSi(si, unit));
}

} // namespace

StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    const std::optional<StemChoice>& choice)
{
    StaticPart part;
    part.findings = findingsOf(instrument, plain);
    if (choice)
        part.planInWords = inOneSentence(planRedraw(plain, plain.displays[choice->display]));
    return part;
}

void fillFromHistory(RunView& view, const RunHistory& history, Ticks now, Ticks window)
{
    view.now = now;
    for (const auto& busy : history.activity())
        if (busy.to + ticksFromSeconds(1) >= now)
            view.activity.push_back(busy);
    if (!view.choice)
        return;
    const auto& choice = *view.choice;
    const auto& unit = view.plain.channels[choice.channel].unit;
    view.stem = stemOf(view.plain, choice, history, now);
    for (std::size_t leaf = 0; leaf < leafCount; ++leaf)
        view.facts[leaf] = factsOf(view.plain, choice, view.stem, static_cast<Leaf>(leaf));
    for (const auto& sample : history.samples()) {
        if (sample.channel != choice.channel || sample.at + window < now)
            continue;
        add(view.world, sample.at, sample.real.world, unit);
        add(view.reading, sample.at, sample.real.scaled, unit);
        add(view.smoothed, sample.at, sample.real.smoothed, unit);
    }
    for (const auto& redraw : history.redraws()) {
        if (redraw.display != choice.display)
            continue;
        view.frame = redraw.frame;
        for (const auto& shown : redraw.readers)
            if (shown.reader == choice.reader)
                add(view.shown, std::max(redraw.visibleAt, now - window), shown.shown, unit);
    }
    // The number stands on the glass until now.
    if (!view.shown.seconds.empty()) {
        view.shown.seconds.push_back(inSeconds(now));
        view.shown.values.push_back(view.shown.values.back());
    }
}

} // namespace fern::app
