// G01, G02, G06, G10, G15, G18: does the program look often enough at its pins, and what keeps it
// from it?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "instrument/plain_program.h"
#include "instrument/program_edits.h"
#include "judge/freshness_fix.h"
#include "judge/interrupt_fix.h"
#include "reading/counting.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"
#include "timing/costs.h"
#include "world/device.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

bool isPolledRate(const PlainChannel& c)
{
    const auto& p = c.source.pulses;
    return c.source.kind == SourceKind::Pulses && p.gives == PulseGives::Rate
        && p.means == CountMeans::RisingEdge && p.input == PulseInput::Polled;
}

/// Pulses a second at the top of the wish.
double mostHertz(const PlainChannel& c)
{
    return c.source.pulses.perUnit * fromSi(c.to, c.unit);
}

std::string atMost(const PlainChannel& c, double hertz)
{
    return fmt::format("{} {}", significantText(hertz / c.source.pulses.perUnit, 2), c.unit.name);
}

/// The waits of every turn of a loop, or its sleeps, in a mode.
double waitSeconds(const PlainInstrument& plain, std::size_t loop, TaskDoes does, std::size_t mode)
{
    double seconds = does == TaskDoes::Wait ? plain.loops[loop].waitSeconds : 0;
    for (const auto& task : plain.program)
        if (task.loop == loop && isOfMode(task, mode) && task.spec.does == does)
            seconds += inSeconds(task.waits + task.startUp);
    return seconds;
}

} // namespace

void checkPolledCeiling(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!isPolledRate(c))
            continue;
        const double duty = c.source.pulses.dutyPercent / 100;
        const auto pause = longestPause(plain, c);
        const double ceiling = highestPolledHertz(pause.seconds, duty);
        if (mostHertz(c) <= ceiling)
            continue;
        // Above it every turn loses some, below it only those with the longest task.
        const double always = highestPolledHertz(
            turnSeconds(plain, c.loop, modesOf(plain, sampleTaskOf(plain, c))), duty);
        Finding finding{"G01", mostHertz(c) > always ? Severity::Stop : Severity::Check,
            fmt::format("/channels/{}/source", c.id),
            fmt::format("Pulses of {} are lost above {}", c.name, atMost(c, ceiling)),
            fmt::format("The loop looks at the pin between its tasks, and {} keeps it for {}. Each "
                        "level must last longer than that; at {} the shorter one lasts {}.",
                pause.words, durationText(pause.seconds), atMost(c, mostHertz(c)),
                durationText(std::min(duty, 1 - duty) / mostHertz(c))),
            "a polled level is seen only if a look falls into it", {}, {}};
        offerInterrupt(in, plain, c, finding);
        out.push_back(std::move(finding));
    }
}

namespace {

/// Whether what comes at a channel ends a sleep.
bool wakes(const PlainInstrument& plain, const PlainChannel& c)
{
    return std::any_of(plain.program.begin(), plain.program.end(), [&](const PlainTask& task) {
        return task.wokenBy && &plain.channels[*task.wokenBy] == &c;
    });
}

/// Returns whether something was found.
bool checkWaitsOf(const PlainInstrument& plain, std::size_t loop, std::size_t mode, Findings& out)
{
    constexpr double tap = 0.05; // seconds, a quick press of a button (common practice)
    const double asleep = waitSeconds(plain, loop, TaskDoes::Sleep, mode);
    const double wait = asleep + waitSeconds(plain, loop, TaskDoes::Wait, mode);
    std::string what;
    double shortest = wait;
    for (const auto& c : plain.channels) {
        if (c.loop != loop || wakes(plain, c) || !isOfMode(sampleTaskOf(plain, c), mode))
            continue;
        const bool isPressed =
            c.source.kind == SourceKind::Switch || c.source.kind == SourceKind::KeyLadder;
        const double duty = c.source.pulses.dutyPercent / 100;
        const double period = inSeconds(c.sampleEvery);
        const bool isStarved = isConverted(c.source.kind) && wait >= 2 * period
            && !isEveryTurn(sampleTaskOf(plain, c).spec);
        const double lasts = isPolledRate(c) ? std::min(duty, 1 - duty) / mostHertz(c)
            : isPressed                      ? tap
            : isStarved                      ? period
                                             : wait;
        if (lasts >= shortest)
            continue;
        shortest = lasts;
        what = isStarved ? fmt::format("{} is to be sampled every {}", c.name, durationText(lasts))
                         : fmt::format("{} of {} {} {}", isPressed ? "a quick press" : "a pulse",
                             c.name, isPressed ? "is over after" : "lasts", durationText(lasts));
    }
    if (what.empty())
        return false;
    Finding finding{"G02", Severity::Check, "/timing",
        fmt::format("The program {} for {} in each turn of its loop",
            asleep > 0 ? "sleeps" : "waits", durationText(wait)),
        fmt::format("It does nothing else meanwhile, and {}: what comes and goes is not seen. {}",
            what,
            asleep > 0 ? "Nothing of that wakes it."
                       : "What is to be done every so often is done when it is due, by the clock."),
        "a tap lasts some 50 ms, common practice", {}, {}};
    if (asleep == 0)
        finding.fixes.push_back({"Do not wait", withoutWaits});
    out.push_back(std::move(finding));
    return true;
}

} // namespace

void checkWaits(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (std::size_t loop = 0; loop < plain.loops.size(); ++loop)
        for (const auto mode : weighedModes(plain))
            if (checkWaitsOf(plain, loop, mode, out))
                break;
}

namespace {

/// What of a channel needs even samples, and the time that an uneven one may be late, in seconds;
/// nothing of what does not.
std::optional<std::pair<std::string, double>> evenness(const PlainChannel& c)
{
    constexpr double part = 0.1; // of what is measured, as ten samples a beat make
    if (c.source.kind == SourceKind::Waveform && c.to > 0)
        return std::pair(
            fmt::format("the shortest interval of {} is {}", c.name, durationText(1 / c.to)),
            part / c.to);
    for (const auto& step : activeSteps(c.steps))
        if (step.kind == StepKind::MainsCycles) {
            const double window = step.cycles / step.hertz;
            return std::pair(
                fmt::format("its average goes over {} of the mains", durationText(window)),
                part * window);
        }
    return std::nullopt;
}

/// Offers to send a display in pieces, where it is what keeps the loop.
void offerPieces(const PlainInstrument& plain, const Pause& pause, Finding& finding)
{
    for (const auto& display : plain.displays)
        if (const auto& task = redrawTaskOf(plain, display); !display.pages.empty()
            && pause.words == taskWords(plain, TaskDoes::Redraw, task.of)
            && task.spec.sends == Sending::AtOnce)
            finding.fixes.push_back({fmt::format("Send {} in pieces", display.id),
                [id = display.id](const Instrument& before) {
                    for (const auto& each : wholeProgram(before))
                        if (each.does == TaskDoes::Redraw && each.of == id)
                            return withTaskParameter(before, each.id, "sends",
                                sendingWords[static_cast<std::size_t>(Sending::InPieces)]);
                    return Result<Instrument>(before);
                }});
}

} // namespace

void checkJitter(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto pause = longestPause(plain, c);
        const auto needs = evenness(c);
        if (!needs || !isSampled(c) || pause.seconds <= needs->second
            || pause.seconds <= inSeconds(c.sampleEvery))
            continue;
        Finding finding{"G10", Severity::Check, "/channels/" + c.id + "/source",
            fmt::format("Samples of {} come up to {} late", c.name, durationText(pause.seconds)),
            fmt::format("They are to come every {}, and {} keeps the loop; {}. What is uneven by "
                        "more than a tenth of it is measured wrong.",
                durationText(inSeconds(c.sampleEvery)), pause.words, needs->first),
            "an interval is wrong by as much as its ends are late", {}, {}};
        offerPieces(plain, pause, finding);
        out.push_back(std::move(finding));
    }
}

void checkLinesLost(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& device : plain.devices) {
        const auto& d = *device.spec;
        if (device.channels.empty() || !hasFinitePort(d))
            continue;
        const auto& first = plain.channels[device.channels.front()];
        const auto pause = longestPause(plain, first);
        const double room = receiveBufferBytes(plain.loops[first.loop].processor);
        double message = bytesInPeriod(d.kind, device.channels.size());
        double every = inSi(d.every);
        for (const auto& task : plain.program)
            if (task.to && &plain.devices[*task.to] == &device) {
                message = task.spec.bytes;
                every = samplePeriod(plain, first);
            }
        const double comes = std::min(
            message * std::ceil(pause.seconds / every), pause.seconds / serialSeconds(d.serial, 1));
        if (comes <= room)
            continue;
        Finding finding{"G18", Severity::Check, "/devices/" + d.id + "/serial",
            fmt::format("Lines of {} are torn while the loop looks away", d.name),
            fmt::format(
                "{} keeps the loop for {}, and up to {} come meanwhile at {} baud; the port "
                "keeps {}.",
                pause.words, durationText(pause.seconds), countText(std::llround(comes), "byte"),
                d.serial.baud, countText(std::llround(room), "byte")),
            "the buffer of a port, common practice", {}, {}};
        offerPieces(plain, pause, finding);
        out.push_back(std::move(finding));
    }
}

void checkPrinting(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double unnoticed = 0.001; // seconds
    for (const auto& task : plain.program) {
        if (task.spec.does != TaskDoes::Print)
            continue;
        const double waits =
            taskSeconds(plain, task) - lineSeconds(plain, task.loop, task.spec.bytes);
        if (waits < unnoticed)
            continue;
        const bool isEndless = isEveryTurn(task.spec);
        const auto& serial = plain.loops[task.loop].serial;
        const double line = task.spec.bytes * serialByteSeconds(serial) * (1 - 1e-9);
        Finding finding{"G06", Severity::Check, "/timing/program/" + task.spec.id,
            fmt::format("Printing keeps the loop for {}", durationText(waits)),
            fmt::format("A line of {} needs {} at {} baud. What finds no room in the buffer of {} "
                        "is waited for{}.",
                countText(task.spec.bytes, "byte"), durationText(line), serial.baud,
                countText(serial.bufferBytes, "byte"),
                waits < line    ? ""
                    : isEndless ? ", and a line in every turn always fills it"
                                : ", and more is printed than the port sends"),
            "ten bits a byte, and the buffer of the port", {}, {}};
        if (isEndless)
            finding.fixes.push_back({"Print once a second",
                [id = task.spec.id](const Instrument& before) -> Result<Instrument> {
                    const auto due = withTaskParameter(before, id, "when", "when due");
                    return due ? withTaskParameter(*due, id, "every", "1 s") : due;
                }});
        constexpr int usualFast = 115200;
        if (serial.baud < usualFast)
            finding.fixes.push_back({fmt::format("Print at {} baud", usualFast),
                [board = plain.loops[task.loop].board](const Instrument& before) {
                    return withSerialParameter(before, board, "baud", std::to_string(usualFast));
                }});
        out.push_back(std::move(finding));
    }
}

void checkNoNews(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double readable = 0.25; // seconds: faster is G04's matter
    constexpr double often = 4; // redraws for each new value; two or three are usual
    for (const auto& display : plain.displays) {
        const double period = redrawPeriod(plain, display);
        double fastest = 0;
        bool movesByItself = display.pages.empty();
        for (std::size_t i = 0; i < plain.channels.size(); ++i)
            if (const auto& c = plain.channels[i]; shows(plain, display, i)) {
                movesByItself |= !isSampled(c) || givesCodes(c.source.kind);
                const double every = inSeconds(c.sampleEvery);
                fastest = fastest == 0 ? every : std::min(fastest, every);
            }
        for (const auto& page : display.pages)
            for (const auto& field : page.fields)
                movesByItself |= field.kind == FieldKind::Scroller || field.kind == FieldKind::Count
                    || field.kind == FieldKind::List || field.kind == FieldKind::History;
        if (movesByItself || fastest == 0 || period < readable || often * period > fastest)
            continue;
        out.push_back({"G15", Severity::Note, "/displays/" + display.id + "/redrawEvery",
            fmt::format("{} is redrawn every {}, new values come every {}", display.id,
                durationText(period), durationText(fastest)),
            "The redraws between them send what stands there already.",
            "the sampling of the fastest channel that it shows", {redrawFix(display, fastest)},
            {}});
    }
}

} // namespace fern
