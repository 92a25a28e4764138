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
    in.timing.loop.loopWait = {waitMilliseconds, "ms"};
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
    in.timing.loop.loopWait = {waitMilliseconds, "ms"};
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
    in.timing.loop.serial.baud = baud;
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
    if (more == FieldKind::Bar) {
        auto page = *in.pages[0];
        Field bar;
        bar.id = "bar";
        bar.kind = FieldKind::Bar;
        bar.reader = in.readers[0]->id;
        bar.y = 56;
        bar.width = 100;
        bar.height = 6;
        bar.most = 20;
        page.fields.push_back(bar);
        in.pages[0] = std::make_shared<const Page>(page);
    }
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

/// A voltage that a line tells ten times a second, to a loop that waits.
inline Instrument toldWhileWaiting(
    double waitMilliseconds, SerialPort port = SerialPort::Hardware, double every = 0.1)
{
    SourceCase told{ofKind(SourceKind::Lines, every), "V", {{0, 1}, {60, 5}}};
    told.device.serial.port = port;
    auto in = withSource(bench(), "Volts", told);
    in.timing.loop.loopWait = {waitMilliseconds, "ms"};
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

/// The turns of a wheel, saved so often, or with each new number.
inline Instrument saving(TaskWhen when, double minutes, int places = 1)
{
    auto in = countedTurns(32, 4000);
    ProgramTask task;
    task.id = "save";
    task.does = TaskDoes::Save;
    task.of = in.channels[0]->id;
    task.when = when;
    task.every = {minutes, "min"};
    task.bytes = 4;
    task.places = places;
    in.timing.program = {task};
    return *accepted(in);
}

/// A pulse sensor on a pin, its display sent in a way that keeps the loop or not.
inline Instrument beating(Sending sends, double sampleMilliseconds = 20)
{
    auto in = bench();
    auto source = ofKind(SourceKind::Waveform, sampleMilliseconds / 1000);
    in = withBoard(std::move(in), [](Part& board) {
        for (auto& bus : board.buses)
            if (bus.kind == BusKind::I2c)
                bus.speed = {100, "kHz"};
    });
    in = withSource(in, "Pulse", {source, "1/min", {{0, 70}}, {}, TextForm::Number, 40, 180});
    ProgramTask task;
    task.id = "redraw";
    task.does = TaskDoes::Redraw;
    task.of = in.displays[0]->id;
    task.sends = sends;
    in.timing.program = {task};
    return *accepted(in);
}

/// The shed asleep for so long in each turn, its board told to sleep so much.
inline Instrument sleeping(double seconds, double sleepPercent)
{
    auto in = shed();
    ProgramTask task;
    task.id = "sleep";
    task.does = TaskDoes::Sleep;
    task.time = {seconds, "s"};
    in.timing.program = {task};
    in = withBoard(std::move(in), [&](Part& board) {
        board.load.emplace();
        board.load->active = {80, "mA"};
        board.load->sleep = {0.02, "mA"};
        board.load->sleepPercent = sleepPercent;
        board.load->activePercent = 100 - sleepPercent;
    });
    auto channel = *in.channels[0];
    channel.source.sampleEvery = {seconds, "s"};
    in.channels[0] = std::make_shared<const Channel>(channel);
    return *accepted(in);
}

inline std::vector<RuleCase> programCases()
{
    return {
        {"G10", Severity::Check, beating(Sending::AtOnce),
            "Samples of Pulse come up to 99.3 ms late", beating(Sending::InPieces)},
        // 100,000 writes at one each 5 minutes are 347 days, each half hour 5.7 years.
        {"G16", Severity::Check, saving(TaskWhen::Due, 5),
            "Saving Turns wears its memory out in 347 days", saving(TaskWhen::Due, 60)},
        {"G16", Severity::Note, saving(TaskWhen::Due, 30),
            "Saving Turns wears its memory out in 2080 days", saving(TaskWhen::Due, 30, 2)},
        {"G16", Severity::Note, saving(TaskWhen::Changed, 5),
            "Saving Turns can wear its memory out in 27.8 h",
            saving(TaskWhen::Changed, 5, 1'000'000)},
        // 10 s of 10.33 s.
        {"P13", Severity::Check, sleeping(10, 0),
            "The program sleeps 96.85 % of the time, the run time counts with 0 %",
            sleeping(10, 96.7)},
        {"G02", Severity::Check,
            [] {
                auto in = waitingButton(0);
                in.timing.program[0].does = TaskDoes::Sleep;
                in.timing.program[0].time = {5, "s"};
                return *accepted(in);
            }(),
            "The program sleeps for 5.3 s in each turn of its loop", waitingButton(40), false},
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
        {"G18", Severity::Check, toldWhileWaiting(900),
            "Lines of Volts's device are torn while the loop looks away", toldWhileWaiting(500),
            false},
        {"G18", Severity::Check, toldWhileWaiting(900),
            "Lines of Volts's device are torn while the loop looks away",
            toldWhileWaiting(900, SerialPort::Usb), false},
        {"G15", Severity::Note, paced(500, 4000),
            "display is redrawn every 500 ms, new values come every 4 s", paced(500, 1000)},
        {"G15", Severity::Note, paced(500, 4000),
            "display is redrawn every 500 ms, new values come every 4 s",
            paced(500, 4000, FieldKind::Count)},
    };
}

} // namespace fern::test
