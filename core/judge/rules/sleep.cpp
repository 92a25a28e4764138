// P13: do the parts share their time as the program lets them?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "judge/asleep.h"
#include "judge/part_fix.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

void checkBoard(const Part& board, double asleep, Findings& out)
{
    constexpr double little = 0.1; // of the time awake
    const auto& load = *board.load;
    const double told = 1 - load.sleepPercent / 100;
    if (std::abs(told - (1 - asleep)) <= little * std::max(told, 1 - asleep))
        return;
    // Of a long sleep the little time awake counts: three digits of it.
    const double awake = *parseNumber(significantText(1 - asleep, 3));
    const double percent = std::round((1 - awake) * 1e11) / 1e9;
    out.push_back({"P13", Severity::Check, "/parts/" + board.id + "/load",
        fmt::format("The program sleeps {} % of the time, the run time counts with {} %",
            shortestText(percent), shortestText(load.sleepPercent)),
        "The hours on the battery follow the shares of the time that the board is active and "
        "asleep.",
        "the sleep and the turn of the program",
        {partFix(fmt::format("Count with {} % asleep", shortestText(percent)), board.id,
            [percent](Part& part) {
                part.load->sleepPercent = percent;
                part.load->activePercent = 100 - percent;
            })},
        {}});
}

} // namespace

void checkSleepShare(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    if (plain.runTime.source.empty())
        return;
    for (std::size_t loop = 0; loop < plain.loops.size(); ++loop) {
        const double asleep = asleepShare(plain, loop);
        const auto* board = findById(in.parts, plain.loops[loop].board);
        // How often it is woken, and how long each mode is chosen, nobody knows.
        const bool isOpen =
            std::any_of(plain.program.begin(), plain.program.end(), [&](const PlainTask& task) {
                return task.loop == loop && (task.wokenBy || !task.modes.empty());
            });
        if (asleep > 0 && !isOpen && board != nullptr && board->load)
            checkBoard(*board, asleepByCharge(plain, loop, *board->load), out);
    }
}

} // namespace fern
