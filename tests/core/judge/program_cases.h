#pragma once
// Programs on which the rules of the loop speak, and near misses of them.

#include "tests/core/judge/parts_cases.h"
#include "tests/core/sources.h"

namespace fern::test {

/// A wheel whose pulses the loop looks for, 10 a second for each m/s, up to so many m/s.
inline Instrument polledWheel(
    double top, double waitMilliseconds = 0, PulseInput input = PulseInput::Polled)
{
    auto source = pulses(10);
    source.pulses.input = input;
    auto in = withSource(
        bench(), "Speed", {source, "m/s", {{0, 0}, {60, top}}, {}, TextForm::Number, 0, top});
    in.timing.loopWait = {waitMilliseconds, "ms"};
    return *accepted(in);
}

/// A button that is looked at by a loop with a wait in it.
inline Instrument waitingButton(double waitMilliseconds)
{
    auto source = ofKind(SourceKind::Switch, 0.02);
    source.pin = "IO4";
    auto in = withSource(bench(), "Button", {source, "count"});
    ProgramTask wait;
    wait.id = "wait";
    wait.time = {waitMilliseconds, "ms"};
    in.timing.program = {wait};
    return *accepted(in);
}

/// The shed's battery, sampled so often by a loop that waits.
inline Instrument waitingSamples(double waitMilliseconds, double sampleMilliseconds)
{
    auto in = shed();
    auto channel = *in.channels[0];
    channel.source.sampleEvery = {sampleMilliseconds, "ms"};
    in.channels[0] = std::make_shared<const Channel>(channel);
    in.timing.loopWait = {waitMilliseconds, "ms"};
    return *accepted(in);
}

/// The shed, which prints lines.
inline Instrument printing(TaskWhen when, int bytes, int baud = 9600)
{
    auto in = shed();
    ProgramTask task;
    task.id = "line";
    task.does = TaskDoes::Print;
    task.when = when;
    task.bytes = bytes;
    in.timing.program = {task};
    in.timing.serial.baud = baud;
    return *accepted(in);
}

/// The shed's display redrawn so often, its battery sampled so often, in milliseconds.
inline Instrument paced(double redraw, double sample, FieldKind more = FieldKind::Label)
{
    auto in = shed();
    auto display = *in.displays[0];
    display.redrawEvery = {redraw, "ms"};
    in.displays[0] = std::make_shared<const Display>(display);
    auto channel = *in.channels[0];
    channel.source.sampleEvery = {sample, "ms"};
    channel.smoothing.clear();
    channel.wish.freshness = {60, "s"};
    in.channels[0] = std::make_shared<const Channel>(channel);
    if (more == FieldKind::Count) {
        auto page = *in.pages[0];
        Field field;
        field.id = "count";
        field.kind = FieldKind::Count;
        field.font = "5x8";
        field.y = 56;
        field.width = 4;
        page.fields.push_back(field);
        in.pages[0] = std::make_shared<const Page>(page);
    }
    return *accepted(in);
}

/// Turns of a wheel, counted in so many bits, up to a wish.
inline Instrument countedTurns(int bits, double most)
{
    auto source = pulses(20);
    source.pulses.gives = PulseGives::Total;
    source.pulses.counterBits = bits;
    return withSource(bench(), "Turns", {source, "count", {{0, 0}}, {}, TextForm::Number, 0, most});
}

/// How long the board is on, counted in so many bits of milliseconds.
inline Instrument onFor(int bits, double hours)
{
    auto source = ofKind(SourceKind::Uptime);
    source.uptime.counterBits = bits;
    return withSource(bench(), "On for", {source, "h", {}, {}, TextForm::Number, 0, hours});
}

/// The shed's display sent beside the loop, with another display on its bus or without.
inline Instrument besides(Sending sends, bool isShared)
{
    auto in = shed();
    ProgramTask task;
    task.id = "redraw";
    task.does = TaskDoes::Redraw;
    task.of = in.displays[0]->id;
    task.sends = sends;
    in.timing.program = {task};
    if (isShared) {
        auto part = *findById(in.parts, in.displays[0]->part);
        part.id = "other-glass";
        part.port->address = 0x3D;
        in.parts.push_back(std::make_shared<const Part>(part));
        Display other = *in.displays[0];
        other.id = "other";
        other.part = part.id;
        other.mirrors = in.displays[0]->id;
        in.displays.push_back(std::make_shared<const Display>(other));
    }
    return *accepted(in);
}

/// A setting that two keys move, kept or not.
inline Instrument settable(bool isKept, const std::string& by = "remote")
{
    auto in = withSource(bench(), "Remote", remoteCase({}));
    Setting setting;
    setting.id = setting.name = "target";
    setting.value = {4, "count"};
    setting.by = by;
    setting.up = "up";
    setting.isKept = isKept;
    in.settings.push_back(std::make_shared<const Setting>(setting));
    return *accepted(in);
}

inline std::vector<RuleCase> programCases()
{
    return {
        // A redraw of 25 ms: both levels of at most 1 / (2 · 25 ms) = 20 Hz are met.
        {"G01", Severity::Check, polledWheel(8), "Pulses of Speed are lost above 2 m/s",
            polledWheel(1)},
        {"G01", Severity::Stop, polledWheel(8, 100), "Pulses of Speed are lost above 0.4 m/s",
            polledWheel(8, 100, PulseInput::Interrupt)},
        {"G02", Severity::Check, polledWheel(1, 100),
            "The program waits for 100 ms in each turn of its loop", polledWheel(1, 20)},
        {"G02", Severity::Check, waitingButton(100),
            "The program waits for 100 ms in each turn of its loop", waitingButton(40)},
        {"G02", Severity::Check, waitingSamples(40, 20),
            "The program waits for 40 ms in each turn of its loop", waitingSamples(40, 25)},
        {"G06", Severity::Check, printing(TaskWhen::EveryTurn, 20),
            "Printing keeps the loop for 20.8 ms", printing(TaskWhen::Due, 20)},
        {"G06", Severity::Check, printing(TaskWhen::Due, 84), "Printing keeps the loop for 20.8 ms",
            printing(TaskWhen::Due, 64)},
        // 65,536 pulses of 16 bits at 20 a turn.
        {"G07", Severity::Check, countedTurns(16, 4000), "Turns begins at zero again at 3280 count",
            countedTurns(16, 3000)},
        {"G07", Severity::Check, countedTurns(16, 4000), "Turns begins at zero again at 3280 count",
            countedTurns(0, 1e9)},
        // 2^32 ms are 49.7 days.
        {"G07", Severity::Check, onFor(32, 1500), "On for begins at zero again after 49.7 days",
            onFor(32, 1100)},
        {"G14", Severity::Note, besides(Sending::Background, true),
            "display is sent beside the loop, over the bus of other",
            besides(Sending::Background, false)},
        {"G14", Severity::Note, besides(Sending::Background, true),
            "display is sent beside the loop, over the bus of other",
            besides(Sending::InPieces, true)},
        {"G17", Severity::Note, settable(false), "target is 4 count again after each power-off",
            settable(true)},
        {"G17", Severity::Note, settable(false), "target is 4 count again after each power-off",
            settable(false, "")},
        {"G15", Severity::Note, paced(500, 4000),
            "display is redrawn every 500 ms, new values come every 4 s", paced(500, 1000)},
        {"G15", Severity::Note, paced(500, 4000),
            "display is redrawn every 500 ms, new values come every 4 s",
            paced(500, 4000, FieldKind::Count)},
    };
}

} // namespace fern::test
