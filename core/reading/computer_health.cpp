#include "reading/computer_health.h"

#include "base/number_text.h"
#include "base/split.h"

#include <fmt/format.h>

namespace fern {

std::optional<ProcessorTimes> parseProcStat(std::string_view text)
{
    const auto words = splitAtBlanks(text.substr(0, text.find('\n')));
    constexpr std::size_t fewest = 5; // user nice system idle
    constexpr std::size_t idle = 4;
    constexpr std::size_t waiting = 5;
    constexpr std::size_t guest = 9; // counted in user already
    if (words.size() < fewest || words[0] != "cpu")
        return std::nullopt;
    ProcessorTimes times;
    for (std::size_t i = 1; i < words.size() && i < guest; ++i) {
        const auto number = parseNumber(words[i]);
        if (!number || *number < 0)
            return std::nullopt;
        times.all += *number;
        times.busy += i == idle || i == waiting ? 0 : *number;
    }
    return times;
}

std::optional<double> parseMemInfo(std::string_view text)
{
    std::optional<double> total;
    std::optional<double> available;
    for (const auto& line : splitAt(text, '\n')) {
        const auto words = splitAtBlanks(line);
        if (words.size() < 2)
            continue;
        if (words[0] == "MemTotal:")
            total = parseNumber(words[1]);
        else if (words[0] == "MemAvailable:")
            available = parseNumber(words[1]);
    }
    if (!total || !available || *total <= 0 || *available < 0 || *available > *total)
        return std::nullopt;
    return 100 * (1 - *available / *total);
}

std::optional<double> loadBetween(const ProcessorTimes& before, const ProcessorTimes& after)
{
    const double all = after.all - before.all;
    const double busy = after.busy - before.busy;
    if (all <= 0 || busy < 0 || busy > all)
        return std::nullopt;
    return 100 * busy / all;
}

std::string healthLine(const ComputerHealth& health)
{
    std::string line;
    const auto add = [&](std::string_view name, const std::optional<double>& value) {
        if (value)
            line += fmt::format("{}{}:{:.1f}", line.empty() ? "" : ",", name, *value);
    };
    add("load", health.load);
    add("memory", health.memory);
    add("disk", health.disk);
    add("temperature", health.temperature);
    return line + "\n";
}

} // namespace fern
