// M01, G03, G04, G11, G12: is the smoothing too late, can the display be redrawn so often, and can
// the number be read?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "instrument/plain_program.h"
#include "judge/blanking.h"
#include "judge/freshness_fix.h"
#include "judge/readable.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"
#include "smooth/step_text.h"

#include <algorithm>
#include <cmath>
#include <span>
#include <vector>

#include <fmt/format.h>

namespace fern {

void checkSmoothingTooLate(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const double period = inSeconds(c.sampleEvery);
        const double delay = delaySeconds(c.steps, period);
        if (delay <= c.freshnessSeconds)
            continue;
        out.push_back({"M01", Severity::Check, "/channels/" + c.id + "/smoothing",
            fmt::format("Smoothing alone is {} late", durationText(delay)),
            fmt::format("The wish is a number at most {} old. Shorter steps let more noise "
                        "through; the redraw and the "
                        "sampling need their time too.",
                durationText(c.freshnessSeconds)),
            "delay of a steady rise: (N − 1)/2 samples of a window, (1 − α)/α samples of an "
            "exponential step",
            {smoothingFix(c, shortened(c.steps, period, c.freshnessSeconds / 2))}, {}});
    }
}

namespace {

/// What one redraw of a display takes of the time between two, while the loop waits for it.
double shareOfTime(const PlainInstrument& plain, const PlainDisplay& display)
{
    const auto cost = redrawCost(plain, display, display.busHertz);
    return display.pages.empty() ? 0 : (cost.draw + cost.transfer) / redrawPeriod(plain, display);
}

} // namespace

namespace {

/// Displays that are redrawn one after another. Returns whether something was found.
bool checkTogether(
    const PlainInstrument& plain, std::span<const PlainDisplay* const> displays, Findings& out)
{
    double all = 0;
    double most = 0;
    const PlainDisplay* worst = nullptr;
    for (const auto* display : displays) {
        const double share = shareOfTime(plain, *display);
        all += share;
        if (share > most) {
            most = share;
            worst = display;
        }
    }
    if (worst == nullptr || all <= 1 + 1e-9)
        return false;
    constexpr double comfortable = 0.5; // of the time, leaving as much for everything else
    const auto cost = redrawCost(plain, *worst, worst->busHertz);
    const double left = std::max(comfortable / 2, comfortable - (all - most));
    const double slower = std::ceil((cost.draw + cost.transfer) / left / 0.05) * 0.05;
    // Where only changes are sent it is the most that they can take, not what they do.
    const bool isSure = std::all_of(displays.begin(), displays.end(),
        [](const PlainDisplay* display) { return display->firmware->sendsAll(); });
    out.push_back({"G03", isSure ? Severity::Stop : Severity::Check,
        "/displays/" + worst->id + "/redrawEvery",
        fmt::format("Redrawing {} {:.0f} % of the time", isSure ? "takes" : "can take", 100 * all),
        fmt::format(
            "One redraw of {} takes {}, {} of it on its bus at {}, and is asked every {}{}. "
            "The redraws come late, and the loop gets to little else.",
            worst->id, durationText(cost.draw + cost.transfer), durationText(cost.transfer),
            hertzText(worst->busHertz), durationText(redrawPeriod(plain, *worst)),
            all > most * (1 + 1e-9)
                ? fmt::format("; the other displays ask for {:.0f} % more", 100 * (all - most))
                : ""),
        "bits on the bus at its clock, and the costs of the board's class",
        {redrawFix(*worst, slower)}, {}});
    return true;
}

} // namespace

/// What is sent beside the loop keeps its own bus only.
void checkRedrawTooFast(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const auto* const own = &display;
        if (redrawTaskOf(plain, display).spec.sends == Sending::Background)
            checkTogether(plain, {&own, 1}, out);
    }
    for (std::size_t loop = 0; loop < plain.loops.size(); ++loop)
        for (const auto mode : weighedModes(plain)) {
            std::vector<const PlainDisplay*> ofLoop;
            for (const auto& display : plain.displays)
                if (const auto& task = redrawTaskOf(plain, display); task.loop == loop
                    && isOfMode(task, mode) && task.spec.sends != Sending::Background)
                    ofLoop.push_back(&display);
            if (checkTogether(plain, ofLoop, out))
                break;
        }
}

void checkFasterThanEyes(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const double every = redrawPeriod(plain, display);
        const auto eyes = readableOf(plain, display);
        // What cannot be done at all is told apart.
        if (every >= eyes.leastSeconds * (1 - 1e-9) || shareOfTime(plain, display) > 1)
            continue;
        out.push_back({"G04", Severity::Note, "/displays/" + display.id + "/redrawEvery",
            fmt::format(
                "Redrawn {} times a second, faster than eyes read", significantText(1 / every, 2)),
            eyes.words + " Slower redraws leave the bus and the processor free.", eyes.source,
            {redrawFix(display, eyes.usualSeconds)}, {}});
    }
}

namespace {

Fix strategyFix(const Instrument& in, const PlainDisplay& display, RedrawStrategy strategy)
{
    Display changed = *findById(in.displays, display.id);
    changed.driver.strategy = strategy;
    return {fmt::format("Send {}", strategyWords(display.firmware->setup().part, strategy)),
        [changed](const Instrument& before) { return withDisplay(before, changed); }};
}

} // namespace

/// A clear leaves the glass dark until it is written again. Liquid crystal follows in a tenth of a
/// second, so that a short one is not seen.
void checkBlanking(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const double every = redrawPeriod(plain, display);
        const auto& firmware = *display.firmware;
        const double dark = darkSeconds(display);
        if (display.pages.empty() || every > rareSeconds || dark < flickerSeconds)
            continue;
        const bool flashes = firmware.setup().part.kind() == DisplayKind::Paper;
        out.push_back({"G11", Severity::Check, "/displays/" + display.id + "/driver",
            fmt::format(
                "{} goes dark for up to {} with every redraw", display.id, durationText(dark)),
            fmt::format("That is {:.0f} % of the time, and is seen as a flicker. What has not "
                        "changed need not be sent.",
                100 * std::min(1.0, dark / every)),
            "transfers as they reach the glass",
            {strategyFix(in, display,
                flashes ? RedrawStrategy::DirtyBox
                    : firmware.setup().part.kind() == DisplayKind::ColourPanel
                    ? RedrawStrategy::DirtyBox
                    : RedrawStrategy::ChangedCells)},
            {}});
    }
}

void checkStarved(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double mostShare = 0.1; // of the samples
    constexpr double mostLate = 2; // samples in a row
    for (const auto& display : plain.displays) {
        const double takes = taskSeconds(plain, redrawTaskOf(plain, display));
        const double every = redrawPeriod(plain, display);
        const PlainChannel* fastest = nullptr;
        for (const auto& channel : plain.channels)
            if (channel.loop == display.loop && isConverted(channel.source.kind)
                && (fastest == nullptr || channel.sampleEvery < fastest->sampleEvery))
                fastest = &channel;
        // G03 tells of what cannot be done at all; what changes send is not known before a run.
        if (display.pages.empty() || fastest == nullptr || takes > every
            || !display.firmware->sendsAll())
            continue;
        const double period = inSeconds(fastest->sampleEvery);
        if (takes < mostLate * period || takes / every < mostShare)
            continue;
        out.push_back({"G12", Severity::Check, "/displays/" + display.id + "/redrawEvery",
            fmt::format("A redraw of {} takes {}, {} is sampled every {}", display.id,
                durationText(takes), fastest->name, durationText(period)),
            fmt::format("Up to {:.0f} of its samples wait each time, {:.0f} % of all: what changes "
                        "meanwhile is missed.",
                std::floor(takes / period), 100 * takes / every),
            "the program is one loop, and a redraw is sent in one go",
            {redrawFix(display, std::ceil(takes / mostShare / 0.05) * 0.05)}, {}});
    }
}

} // namespace fern
