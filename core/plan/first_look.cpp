#include "plan/first_look.h"

#include "judge/budget.h"
#include "judge/source_facts.h"
#include "judge/stem.h"
#include "judge/words.h"
#include "run/firmware_run.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string resistorsOf(const FrontEndSpec& f)
{
    if (f.kind != FrontEndKind::Divider)
        return "A fixed resistor of " + toText(f.fixed);
    return inSi(f.r1) > 0 ? fmt::format("A divider of {} over {}", toText(f.r1), toText(f.r2))
                          : "No divider";
}

} // namespace

FirstLook firstLookAtLast(const Instrument& in, const std::function<bool()>& stops)
{
    auto plain = *resolve(in, "");
    const auto channel = plain.channels.size() - 1;
    const auto choice = stemChoices(plain, channel).front();
    holdPage(plain.displays[choice.display], choice.page);
    RunHistory history(ticksFromSeconds(1));
    FirmwareRun run(plain, {}, history);
    const auto& c = plain.channels[channel];
    const ShownRecord* redraw = nullptr;
    const auto showsSomething = [&] {
        return redraw != nullptr
            && (givesCodes(c.source.kind) ? run.latest(channel).hasCome
                                          : !std::isnan(redraw->readers.front().shown));
    };
    for (int second = 1; second <= 60 && !showsSomething() && !(stops && stops()); ++second) {
        run.advanceTo(ticksFromSeconds(second - 1));
        run.tick(choice.display, ticksFromSeconds(second));
        redraw = history.lastRedraw(choice.display);
    }
    return {redraw == nullptr ? nullptr : redraw->picture,
        c.isAnalog() ? fmt::format(
            "{}. One count is {} at the top of the range, the number is uncertain by ±{}.",
            resistorsOf(in.channels.back()->frontEnd), differenceText(c, countAt(c, c.to), 2),
            differenceText(c, 2 * worstBudget(c, 0).accuracy, 2))
                     : fmt::format("Read as {}.", sourceInWords(c.source))};
}

} // namespace fern
