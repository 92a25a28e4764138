#include "instrument/loops.h"

#include "base/number_text.h"
#include "base/split.h"
#include "instrument/parts_view.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

std::vector<std::string> namesIn(std::string_view list)
{
    std::vector<std::string> names;
    for (const auto& name : splitAt(list, ','))
        if (const auto own = trimmed(name); !own.empty())
            names.emplace_back(own);
    return names;
}

std::vector<const Part*> boardsOf(const Instrument& in)
{
    std::vector<const Part*> boards;
    for (const auto& part : in.parts)
        if (part->kind == PartKind::Board)
            boards.push_back(part.get());
    return boards;
}

namespace {

std::string boardOfPart(const Instrument& in, std::string_view id)
{
    const auto* part = findById(in.parts, id);
    if (part != nullptr && part->kind == PartKind::Board)
        return part->id;
    const auto boards = boardsOf(in);
    const auto* board = part != nullptr ? boardOf(in, *part)
        : boards.empty()                ? nullptr
                                        : boards.front();
    return board == nullptr ? std::string() : board->id;
}

} // namespace

std::string boardIdOf(const Instrument& in, const ProgramTask& task)
{
    switch (task.does) {
    case TaskDoes::Sample:
    case TaskDoes::Save: {
        const auto* channel = findById(in.channels, task.of);
        return boardOfPart(in, channel == nullptr ? "" : boardIdOf(in, *channel));
    }
    case TaskDoes::Redraw: {
        const auto* display = findById(in.displays, task.of);
        return boardOfPart(in, display == nullptr ? "" : display->part);
    }
    case TaskDoes::Drive: {
        const auto* output = findById(in.outputs, task.of);
        return boardOfPart(in, output == nullptr ? "" : output->part);
    }
    case TaskDoes::Print:
    case TaskDoes::Wait:
    case TaskDoes::Sleep:
        break;
    }
    return boardOfPart(in, task.board);
}

int coresFor(const Instrument& in, const ProgramTask& task)
{
    const auto* board = findById(in.parts, boardIdOf(in, task));
    return board == nullptr ? 1 : coresOf(board->processor);
}

const LoopSpec& loopSpecOf(const Instrument& in, std::string_view board)
{
    for (const auto& other : in.timing.boards)
        if (other.id == board)
            return other.loop;
    static const LoopSpec usual;
    const auto boards = boardsOf(in);
    return board.empty() || boards.empty() || boards.front()->id == board ? in.timing.loop : usual;
}

std::vector<PlainLoop> plainLoops(const Instrument& in)
{
    std::vector<PlainLoop> loops;
    for (const auto* board : boardsOf(in))
        for (int core = 1; core <= coresOf(board->processor); ++core) {
            const auto& spec = loopSpecOf(in, board->id);
            auto name = board->name.empty() ? board->id : board->name;
            if (core > 1)
                name += fmt::format(", core {}", core);
            const double volts = inputVolts(in.parts, *board);
            loops.push_back({board->id, std::move(name), core, board->processor, spec.runtime,
                core == 1 ? inSi(spec.loopWait) : 0, spec.serial,
                currentOf(in.parts, *board, Draw::Active), std::isnan(volts) ? 0 : volts});
        }
    if (loops.empty())
        loops.push_back({{}, {}, 1, ProcessorClass::Bits8At16MHz, in.timing.loop.runtime,
            inSi(in.timing.loop.loopWait), in.timing.loop.serial});
    return loops;
}

std::size_t loopAt(const std::vector<PlainLoop>& loops, std::string_view board, int core)
{
    const auto found = std::find_if(loops.begin(), loops.end(),
        [&](const PlainLoop& loop) { return loop.board == board && loop.core == core; });
    return found == loops.end() ? 0 : static_cast<std::size_t>(found - loops.begin());
}

PlainInstrument inMode(const PlainInstrument& in, std::size_t mode)
{
    auto out = in;
    out.mode = mode;
    for (const auto& task : out.program)
        if (task.spec.does == TaskDoes::Redraw && !isOfMode(task, mode))
            out.displays[task.of].pages.clear();
    return out;
}

std::size_t modeAt(const PlainInstrument& in, double settingValue)
{
    if (in.modes.names.empty() || std::isnan(settingValue))
        return 0;
    const auto& setting = in.settings[in.modes.setting].spec;
    const auto& unit = setting.value.unit;
    const double place =
        std::round((settingValue - fern::in(setting.least, unit)) / fern::in(setting.step, unit));
    return static_cast<std::size_t>(
        std::clamp(place, 0.0, static_cast<double>(in.modes.names.size() - 1)));
}

} // namespace fern
