#include "plan/pace.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "instrument/plain_program.h"
#include "instrument/program_edits.h"
#include "instrument/pulse_edits.h"
#include "timing/bus.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

Pace paceOf(const PlainInstrument& in)
{
    Pace pace;
    for (const auto& display : in.displays) {
        const auto& task = redrawTaskOf(in, display).spec;
        pace.displays.push_back({display.firmware->strategy(), task.sends,
            isEveryTurn(task) ? 0 : inSeconds(display.redrawEvery), display.busHertz,
            in.loops[display.loop].core, inSeconds(display.digitsEvery)});
    }
    for (const auto& channel : in.channels)
        pace.inputs.push_back(channel.source.pulses.input);
    for (const auto& loop : in.loops)
        pace.loopWaits.push_back(loop.waitSeconds);
    return pace;
}

std::vector<std::string> paceWords(const PlainInstrument& in, const Pace& pace)
{
    std::vector<std::string> words;
    for (std::size_t i = 0; i < in.displays.size(); ++i) {
        const auto& display = in.displays[i];
        const auto& own = pace.displays[i];
        if (display.pages.empty())
            continue;
        const auto& part = display.firmware->setup().part;
        words.push_back(fmt::format("{}: {}, sent {} {}{}{}{}", display.id,
            strategyWords(part, own.strategy), sendingWords[static_cast<std::size_t>(own.sends)],
            own.everySeconds > 0 ? "every " + durationText(own.everySeconds) : "in every turn",
            isClocked(part.interface) ? " at " + hertzText(own.busHertz) : "",
            own.core > 1 ? fmt::format(", by core {}", own.core) : "",
            own.digitsSeconds > 0 ? ", its digits every " + durationText(own.digitsSeconds) : ""));
    }
    for (std::size_t i = 0; i < in.channels.size(); ++i)
        if (pace.inputs[i] != in.channels[i].source.pulses.input)
            words.push_back(in.channels[i].name
                + (pace.inputs[i] == PulseInput::Interrupt ? ": counted by interrupt"
                                                           : ": polled"));
    for (std::size_t i = 0; i < in.loops.size(); ++i)
        if (pace.loopWaits[i] != in.loops[i].waitSeconds)
            words.push_back(fmt::format("the loop{} waits for {}",
                in.loops.size() > 1 ? " of " + in.loops[i].name : "",
                durationText(pace.loopWaits[i])));
    return words;
}

namespace {

Result<Instrument> withDisplayPace(const Instrument& in, const Display& display,
    const DisplayPace& before, const DisplayPace& pace)
{
    auto changed = display;
    changed.driver.strategy = pace.strategy;
    if (pace.everySeconds > 0)
        changed.redrawEvery = {std::round(pace.everySeconds * 1000), "ms"};
    changed.digitsEvery = {std::round(pace.digitsSeconds * 1000), "ms"};
    auto out = withDisplay(in, changed);
    if (out && pace.busHertz != before.busHertz)
        out = withBusSpeed(*out, display.id, {pace.busHertz / 1e3, "kHz"});
    return out;
}

} // namespace

Result<Instrument> withPace(const Instrument& in, const Pace& pace)
{
    Result<Instrument> out = in;
    const auto plain = resolve(in, "");
    if (!plain)
        return plain.error();
    if (pace.displays.size() != in.displays.size() || pace.inputs.size() != in.channels.size()
        || pace.loopWaits.size() != plain->loops.size())
        return Error{ErrorCode::InvalidArgument,
            "the instrument has other displays, channels or boards by now", ""};
    const auto before = paceOf(*plain);
    for (std::size_t i = 0; i < in.displays.size() && out; ++i)
        if (pace.displays[i] != before.displays[i])
            out = withDisplayPace(*out, *out->displays[i], before.displays[i], pace.displays[i]);
    if (!out)
        return out;
    auto program = wholeProgram(*out);
    for (auto& task : program) {
        if (task.does != TaskDoes::Redraw)
            continue;
        const auto& own = pace.displays[indexOf(plain->displays, task.of)];
        task.sends = own.sends;
        task.core = own.core;
        if (own.everySeconds > 0 && task.when == TaskWhen::EveryTurn)
            task.when = TaskWhen::Due;
    }
    if (program != wholeProgram(*out)) {
        auto changed = *out;
        changed.timing.program = std::move(program);
        out = accepted(std::move(changed));
    }
    for (std::size_t i = 0; i < in.channels.size() && out; ++i)
        if (pace.inputs[i] != before.inputs[i])
            out = pace.inputs[i] == PulseInput::Interrupt
                ? withInterrupt(*out, in.channels[i]->id)
                : withChannelChanged(*out, in.channels[i]->id,
                    [](Channel& channel) { channel.source.pulses.input = PulseInput::Polled; });
    for (std::size_t i = 0; i < plain->loops.size() && out; ++i)
        if (pace.loopWaits[i] != before.loopWaits[i])
            out = withLoopWait(*out, plain->loops[i].board, {pace.loopWaits[i] * 1000, "ms"});
    return out;
}

} // namespace fern
