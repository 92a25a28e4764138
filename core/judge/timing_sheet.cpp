#include "judge/timing_sheet.h"

#include "base/calendar.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/plain_program.h"
#include "instrument/program_edits.h"
#include "judge/age.h"
#include "judge/asleep.h"
#include "judge/stations.h"
#include "judge/words.h"
#include "run/task_blocks.h"
#include "world/air_time.h"
#include "world/radio_device.h"

#include <algorithm>
#include <cctype>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string wordsOf(const PlainInstrument& in, const PlainTask& task)
{
    const auto word = taskDoesWords[static_cast<std::size_t>(task.spec.does)];
    switch (task.spec.does) {
    case TaskDoes::Sample:
        return fmt::format("{} {}", word, in.channels[task.of].name);
    case TaskDoes::Redraw:
        return fmt::format("{} {}", word, in.displays[task.of].id);
    case TaskDoes::Drive:
        return fmt::format("{} {}", word, in.outputs[task.of].spec.name);
    case TaskDoes::Print:
        return fmt::format("{} {}{}", word, countText(task.spec.bytes, "byte"),
            task.to ? " to " + in.devices[*task.to].spec->name : "");
    case TaskDoes::Wait:
    case TaskDoes::Sleep:
        return fmt::format("{} {}", word, durationText(inSeconds(task.waits)));
    case TaskDoes::Save:
        return fmt::format("{} {}", word, in.channels[task.of].name);
    }
    return {};
}

std::string whenWords(const PlainInstrument& in, const PlainTask& task)
{
    auto words = isEveryTurn(task.spec) ? std::string("in every turn")
                                        : "every " + durationText(taskPeriod(in, task));
    if (task.spec.when == TaskWhen::Changed)
        words += ", if changed";
    if (task.spec.sends == Sending::InPieces)
        words += fmt::format(", in pieces of {}", countText(task.spec.piece, "byte"));
    if (task.spec.sends == Sending::Background)
        words += ", beside the loop";
    if (!task.spec.only.empty())
        words += ", while " + task.spec.only;
    return words;
}

/// Null where the instrument was resolved before it had the task.
const PlainTask* plainOf(const PlainInstrument& in, const ProgramTask& task)
{
    const auto found =
        std::find_if(in.program.begin(), in.program.end(), [&](const PlainTask& its) {
            return its.spec.does == task.does
                && (task.traits().isOf ? its.spec.of == task.of : its.spec.id == task.id);
        });
    return found == in.program.end() ? nullptr : &*found;
}

/// Of pulses that are looked for: below the first rate each is seen, beyond the second one the loop
/// does not look often enough for each of them.
Fact luckLimit(const PlainInstrument& in, const PlainChannel& c)
{
    const double sure = mostCountedHertz(in, c);
    const double never =
        std::max(sure, 1 / (2 * turnSeconds(in, c.loop, modesOf(in, sampleTaskOf(in, c)))));
    const bool isRate = c.source.pulses.gives == PulseGives::Rate;
    const auto text = [&](double hertz) {
        return significantText(isRate ? hertz / c.source.pulses.perUnit : hertz, 2);
    };
    return {c.name + " right by luck",
        fmt::format("{} to {} {}", text(sure), text(never),
            isRate ? c.unit.name : std::string("pulses a second")),
        "between them a pulse can fall between two looks; beyond, some always do"};
}

Fact pulseLimit(const PlainInstrument& in, const PlainChannel& c)
{
    const auto& p = c.source.pulses;
    const double most = mostCountedHertz(in, c);
    const auto pause = longestPause(in, c);
    const double holdOff = inSi(p.holdOff);
    return {"Counts " + c.name + " up to",
        p.gives == PulseGives::Rate
            ? fmt::format("{} {}", significantText(most / p.perUnit, 2), c.unit.name)
            : fmt::format("{} pulses a second", significantText(most, 2)),
        holdOff > 0 && most >= (1 - 1e-9) / holdOff
            ? fmt::format("nothing counts within the hold-off of {}", durationText(holdOff))
            : p.input == PulseInput::Interrupt
            ? fmt::format("an interrupt takes {}", durationText(1 / most))
            : fmt::format(
                "polled, and {} keeps the loop for {}", pause.words, durationText(pause.seconds))};
}

/// The largest contribution to an age.
std::string mostOf(const AgeBreakdown& age)
{
    const auto parts = age.parts();
    const auto most = std::max_element(parts.begin(), parts.end(),
        [](const auto& a, const auto& b) { return a.seconds < b.seconds; });
    return fmt::format("{} of it {}", durationText(most->seconds), most->name);
}

/// The slots of a radio and how much of the time its senders are in the air.
void addRadio(const PlainInstrument& in, const PlainDevice& device, std::vector<Fact>& limits)
{
    const auto& d = *device.spec;
    const auto stations = valuesOfStations(device, in);
    if (stations.empty())
        return;
    const auto& radio = d.radio;
    const double slot = inSi(radio.slot);
    const auto most = *std::max_element(stations.begin(), stations.end());
    limits.push_back(
        {"A cycle of " + d.name, durationText(slot * static_cast<double>(stations.size())),
            fmt::format("{} in slots of {}, each polled every {}",
                countText(std::ssize(stations), "station"), durationText(slot),
                durationText(inSi(d.every)))});
    limits.push_back({"Tries in a slot of " + d.name,
        fmt::format("{:.0f}", std::floor(slot / answerSeconds(radio, most) * (1 + 1e-9))),
        fmt::format("answers take {}; {} are wished", durationText(answerSeconds(radio, most)),
            radio.tries)});
    if (radio.air.modulation == Modulation::NotTold)
        return;
    const auto shares = airShares(radio, stations, inSi(d.every));
    const auto percent = [](double share) { return significantText(100 * share, 2) + " %"; };
    limits.push_back({d.name + " in the air", percent(std::max(shares.base, shares.station)),
        fmt::format("of the time, at most {} with every try; a poll takes {}, an answer {}; {} are "
                    "allowed",
            percent(std::max(shares.baseMost, shares.stationMost)),
            durationText(airSeconds(radio.air, radio.air.pollBytes)),
            durationText(airSeconds(radio.air, radio.air.answerBytes)),
            percent(radio.air.sharePercent / 100))});
}

/// How often paper is refreshed on a day.
void addPaper(const PlainInstrument& in, const PlainDisplay& display, std::vector<Fact>& limits)
{
    const auto* paper = std::get_if<PaperSpec>(&display.firmware->setup().part.shape);
    if (paper == nullptr || display.pages.empty())
        return;
    constexpr double day = 86400; // seconds
    const double every = redrawPeriod(in, display);
    const double refreshes = day / every;
    const bool isOnChange = redrawTaskOf(in, display).spec.when == TaskWhen::Changed;
    const double takes = inSi(paper->fullRefresh);
    auto note = fmt::format("one each {}, {} each time", durationText(every), durationText(takes));
    if (display.activeWatts > 0)
        note += fmt::format("; {} each, {} a day",
            quantityText(display.activeWatts * takes, *parseUnit("J"), 2),
            quantityText(display.activeWatts * takes * refreshes, *parseUnit("Wh"), 2));
    limits.push_back({"Refreshes of " + display.id,
        fmt::format("{}{:.0f} a day", isOnChange ? "at most " : "", refreshes), note});
}

} // namespace

std::vector<TaskRow> taskRows(const Instrument& instrument, const PlainInstrument& plain)
{
    std::vector<TaskRow> rows;
    for (const auto& task : wholeProgram(instrument)) {
        const auto* its = plainOf(plain, task);
        if (its == nullptr)
            continue;
        const double seconds = taskSeconds(plain, *its);
        const double interval = taskPeriod(plain, *its);
        const double period = interval > 0 ? interval : turnSeconds(plain, its->loop);
        rows.push_back({task.id, task.does, wordsOf(plain, *its), whenWords(plain, *its), seconds,
            std::min(1.0, seconds / period), its->loop, its->modes});
    }
    return rows;
}

std::string activityText(const PlainInstrument& in, const BusyRecord& busy)
{
    const auto lasts = durationText(inSeconds(busy.to - busy.from));
    switch (busy.with) {
    case BusyWith::Sampling:
        return fmt::format("samples {}, {}", in.channels[busy.index].name, lasts);
    case BusyWith::Drawing:
        return fmt::format("draws {}, {}", in.displays[busy.index].id, lasts);
    case BusyWith::Transfer:
        return fmt::format("sends {}, {}", in.displays[busy.index].id, lasts);
    case BusyWith::Sending:
        return fmt::format("sends {} beside the loop, {}", in.displays[busy.index].id, lasts);
    case BusyWith::Panel:
        return fmt::format("{} responds, {}", in.displays[busy.index].id, lasts);
    case BusyWith::Driving:
        return fmt::format("drives {}, {}", in.outputs[busy.index].spec.name, lasts);
    case BusyWith::Printing:
        return fmt::format("prints a line, {}", lasts);
    case BusyWith::Waiting:
        return fmt::format("waits, {}", lasts);
    case BusyWith::Saving:
        return fmt::format("saves {}, {}", in.channels[in.program[busy.index].of].name, lasts);
    case BusyWith::Sleeping:
        return fmt::format("asleep, {}", lasts);
    case BusyWith::Starting:
        return fmt::format("starts, {}", lasts);
    }
    return {};
}

TextTable activityTable(const PlainInstrument& in, const std::vector<BusyRecord>& stretches)
{
    TextTable table{{"from_s", "to_s", "what"}, {}};
    for (const auto& busy : stretches)
        table.rows.push_back({shortestText(inSeconds(busy.from)), shortestText(inSeconds(busy.to)),
            activityText(in, busy)});
    return table;
}

std::string causeText(const PlainInstrument& in, BusyWith with, std::size_t index)
{
    switch (with) {
    case BusyWith::Sampling:
        return taskWords(in, TaskDoes::Sample, index);
    case BusyWith::Drawing:
    case BusyWith::Transfer:
    case BusyWith::Sending:
    case BusyWith::Panel:
        return taskWords(in, TaskDoes::Redraw, index);
    case BusyWith::Driving:
        return taskWords(in, TaskDoes::Drive, index);
    case BusyWith::Printing:
        return taskWords(in, TaskDoes::Print, index);
    case BusyWith::Waiting:
        return taskWords(in, TaskDoes::Wait, index);
    case BusyWith::Saving:
        return taskWords(in, TaskDoes::Save, in.program[index].of);
    case BusyWith::Sleeping:
    case BusyWith::Starting:
        return taskWords(in, TaskDoes::Sleep, index);
    }
    return {};
}

namespace {

/// What a loop can do.
void addLoop(const PlainInstrument& in, std::size_t loop, std::vector<Fact>& limits)
{
    const auto busy = std::count_if(
        in.loops.begin(), in.loops.end(), [](const PlainLoop& each) { return each.hasTasks; });
    const auto named = [&](std::string words) {
        if (busy <= 1)
            return words;
        words[0] = static_cast<char>(std::tolower(words[0]));
        return in.loops[loop].name + ": " + words;
    };
    const auto pause = longestPause(in, loop);
    limits.push_back(
        {named("A turn of the loop"), durationText(turnSeconds(in, loop)), "when nothing is due"});
    limits.push_back({named("The longest one"), durationText(roundSeconds(in, loop)),
        "when everything is due at once"});
    limits.push_back({named("Looks away for"), durationText(pause.seconds),
        "for the longest time with " + pause.words});
    if (const double asleep = asleepShare(in, loop); asleep > 0) {
        const double joules = firstNumberJoules(in, loop);
        limits.push_back({named("Asleep"), significantText(100 * asleep, 4) + " %",
            "the sleep, of a turn of the loop with what is due in it"});
        limits.push_back({named("Until the first good number"),
            durationText(firstNumberSeconds(in, loop)),
            std::string("from waking: the start, everything once, and the panel")
                + (joules > 0 ? "; it takes " + quantityText(joules, *parseUnit("J"), 2) : "")});
    }
}

/// When a counter of milliseconds begins at zero again, on if it is switched on today.
void addRollOver(const PlainInstrument& in, const PlainChannel& c, std::vector<Fact>& limits)
{
    const double seconds = std::ldexp(1e-3, c.source.uptime.counterBits);
    constexpr double century = 100 * 365.25 * 86400;
    if (seconds > century)
        return;
    limits.push_back({c.name + " rolls over", "after " + daysText(seconds),
        in.today > 0 ? fmt::format("on {}, if it is switched on today",
            utcDate(in.today + static_cast<std::int64_t>(seconds)))
                     : "2 to the number of its bits"});
}

} // namespace

std::vector<Fact> timingLimits(const PlainInstrument& in)
{
    std::vector<Fact> limits;
    for (std::size_t loop = 0; loop < in.loops.size(); ++loop)
        if (in.loops[loop].hasTasks)
            addLoop(in, loop, limits);
    for (const auto& c : in.channels)
        if (c.source.kind == SourceKind::Pulses
            && c.source.pulses.means == CountMeans::RisingEdge) {
            limits.push_back(pulseLimit(in, c));
            if (c.source.pulses.input == PulseInput::Polled)
                limits.push_back(luckLimit(in, c));
        } else if (c.source.kind == SourceKind::Uptime) {
            addRollOver(in, c, limits);
        }
    for (const auto& display : in.displays) {
        if (display.pages.empty())
            continue;
        const auto cost = redrawCost(in, display, display.busHertz);
        const double period = redrawPeriod(in, display);
        limits.push_back({"A redraw of " + display.id, durationText(cost.draw + cost.transfer),
            fmt::format("{} on the bus at {}, {:.0f} % of its time", durationText(cost.transfer),
                hertzText(display.busHertz), 100 * std::min(1.0, cost.transfer / period))});
        const PlainChannel* oldest = nullptr;
        AgeBreakdown age;
        for (std::size_t i = 0; i < in.channels.size(); ++i)
            if (shows(in, display, i) && !givesCodes(in.channels[i].source.kind))
                if (const auto its = ageOf(in, in.channels[i], display);
                    oldest == nullptr || its.oldest() > age.oldest()) {
                    oldest = &in.channels[i];
                    age = its;
                }
        addPaper(in, display, limits);
        if (oldest != nullptr)
            limits.push_back({"Oldest number on " + display.id, durationText(age.oldest()),
                fmt::format("{}, {}", oldest->name, mostOf(age))});
    }
    for (const auto& device : in.devices)
        if (device.spec->kind == DeviceKind::Radio)
            addRadio(in, device, limits);
    return limits;
}

} // namespace fern
