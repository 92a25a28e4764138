#include "app/runner/run_view.h"

#include "judge/newest_texts.h"
#include "plan/redraw_plan.h"

namespace fern::app {

StaticPart staticPartOf(const Instrument& instrument, const PlainInstrument& plain,
    std::size_t channel, const std::optional<StemChoice>& choice)
{
    StaticPart part;
    if (channel < plain.channels.size())
        static_cast<ChannelView&>(part) = channelViewOf(instrument, plain, channel, choice);
    part.findings = findingsOf(instrument, plain);
    if (choice)
        part.planInWords = inOneSentence(planRedraw(plain, plain.displays[choice->display]));
    return part;
}

void fillFromHistory(
    RunView& view, const Instrument& instrument, const RunHistory& history, Ticks now, Ticks window)
{
    view.now = now;
    view.newestTexts = newestTexts(view.plain(), history, now);
    view.glass = glassMoments(view.plain(), history, now);
    if (!instrument.devices.empty())
        view.devices = deviceTable(instrument, view.plain(), history, now);
    for (const auto& busy : history.activity())
        if (busy.to + busyKept >= now)
            view.activity.push_back(busy);
    if (view.choice)
        static_cast<ChannelMoment&>(view) =
            momentOf(instrument, view.plain(), *view.choice, *view.fixed, history, now, window);
}

} // namespace fern::app
