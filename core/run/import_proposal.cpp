#include "run/import_proposal.h"

#include "run/live_intake.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

std::string lowered(std::string text)
{
    std::transform(text.begin(), text.end(), text.begin(),
        [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

/// Returns the seconds of one step of a time column, or 0 when its name is of no time.
double timeUnit(const LogColumn& column)
{
    constexpr std::array<std::pair<std::string_view, double>, 12> names{{{"t_s", 1}, {"t", 1},
        {"time", 1}, {"time_s", 1}, {"seconds", 1}, {"elapsed", 1}, {"timestamp", 1},
        {"t_ms", 1e-3}, {"time_ms", 1e-3}, {"ms", 1e-3}, {"millis", 1e-3}, {"us", 1e-6}}};
    const auto name = lowered(column.name);
    for (const auto& [word, seconds] : names)
        if (word == name) {
            const auto unit = parseUnit(column.unit);
            return unit && unit->dimension == parseUnit("s")->dimension ? toSi(1, *unit) : seconds;
        }
    return 0;
}

/// The unit that a column's numbers are taken in: its own where it fits.
std::string unitAt(const PlainChannel& channel, Tap tap, const std::string& told)
{
    if (tap == Tap::Reading)
        return {};
    return !told.empty() ? told : tap == Tap::Pin ? "V" : channel.unit.name;
}

} // namespace

LogTime proposedTime(const LogLook& look)
{
    for (std::size_t i = 0; i < look.columns.size(); ++i) {
        if (look.columns[i].kind == CsvKind::DateTime)
            return {static_cast<int>(i)};
        if (const double seconds = timeUnit(look.columns[i]); seconds > 0)
            return {static_cast<int>(i), seconds};
    }
    return {-1, 1, 0};
}

ImportPlan proposeImport(
    const LogLook& look, const PlainInstrument& instrument, std::size_t channel)
{
    ImportPlan plan;
    const auto take = [&](std::size_t column, std::size_t to, Tap tap) {
        const auto& c = instrument.channels[to];
        plan.targets.push_back({column, c.id, tap, unitAt(c, tap, look.columns[column].unit)});
    };
    if (look.isSentences) {
        for (std::size_t i = 0; i < instrument.channels.size(); ++i)
            if (const auto& source = instrument.channels[i].source;
                source.kind == SourceKind::Receiver)
                take(static_cast<std::size_t>(source.receiver.gives), i, Tap::Scaled);
        return plan;
    }
    plan.time = proposedTime(look);
    std::vector<std::size_t> numbers;
    for (std::size_t i = 0; i < look.columns.size(); ++i) {
        if (look.columns[i].kind != CsvKind::Number || static_cast<int>(i) == plan.time.column)
            continue;
        numbers.push_back(i);
        if (const auto route = routeOf(instrument, look.columns[i].name))
            take(i, route->channel, route->tap);
    }
    if (plan.targets.empty() && numbers.size() == 1 && channel < instrument.channels.size())
        take(numbers[0], channel, usualTap(instrument.channels[channel].source.kind));
    return plan;
}

Result<void> checkImport(const ImportPlan& plan, const PlainInstrument& instrument)
{
    if (plan.targets.empty())
        return Error{
            ErrorCode::InvalidArgument, "no column goes anywhere: choose a channel for one", ""};
    if (plan.time.column < 0 && !(plan.time.everySeconds > 0))
        return Error{ErrorCode::InvalidArgument,
            "the log has no time: say how long it is from one row to the next", ""};
    for (const auto& target : plan.targets) {
        const auto isSame = [&](const LogTarget& other) {
            return other.channel == target.channel && other.tap == target.tap;
        };
        if (std::count_if(plan.targets.begin(), plan.targets.end(), isSame) > 1)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("two columns go to {}.{}", target.channel, tapWord(target.tap)), ""};
        const auto fits =
            recordingsFor(instrument, {{target.channel, target.tap, target.unit, {}, {}}});
        if (!fits)
            return fits.error();
    }
    return {};
}

} // namespace fern
