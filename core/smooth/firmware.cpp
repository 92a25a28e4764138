#include "smooth/firmware.h"

#include "base/c_text.h"
#include "base/number_text.h"
#include "base/ticks.h"
#include "kernel/kernel_text.h"
#include "smooth/chain.h"
#include "smooth/step_text.h"

#include <cmath>
#include <functional>
#include <vector>

#include <fmt/format.h>

namespace fern {

namespace {

/// A step in C: what it keeps from value to value, and how x becomes the next x.
struct StepInC {
    std::vector<std::string> functions; ///< of the kernel
    std::string keeps;
    std::string turns;
    bool usesSince = false; ///< the seconds since the last value that was a number
};

/// "x = started ? CALL : x;", then remembers it.
std::string remembering(const std::string& call)
{
    return fmt::format("x = started ? {} : x;\nlast = x;\nstarted = 1;\n", call);
}

StepInC averageInC(const std::string& real, const std::string& id, int window)
{
    return {{"ft_average"},
        fmt::format("static {} ring[{}], sum;\nstatic int count, next;\n", real, window),
        fmt::format("x = {}_average(ring, {}, &count, &next, &sum, x);\n", id, window)};
}

/// A peak or a minimum; its age counts in whole nanoseconds, as many sums of seconds drift.
StepInC extremeInC(const StepSpec& step, const std::string& real)
{
    const char* over = step.kind == StepKind::PeakHold ? ">=" : "<=";
    if (step.hold <= 0)
        return {{}, fmt::format("static {} last;\nstatic int started;\n", real),
            fmt::format(
                "if (!started || x {} last)\n    last = x;\nstarted = 1;\nx = last;\n", over)};
    return {{}, fmt::format("static {} last;\nstatic long long age;\nstatic int started;\n", real),
        fmt::format(
            "age += (long long)(since * 1e9 + 0.5);\nif (!started || x {} last || age > {}LL) {{\n"
            "    last = x;\n    age = 0;\n}}\nstarted = 1;\nx = last;\n",
            over, ticksFromSeconds(step.hold).ns),
        true};
}

StepInC stepInC(const StepSpec& step, NumberKind kind, double sampleSeconds, const std::string& id)
{
    const bool isFloat = kind == NumberKind::Float32;
    const std::string real = isFloat ? "float" : "double";
    const auto number = [&](double value) { return numberInC(value, isFloat); };
    const auto remembers = fmt::format("static {} last;\nstatic int started;\n", real);
    const auto limit = number(step.limit);
    switch (step.kind) {
    case StepKind::MovingAverage:
        return averageInC(real, id, step.window);
    case StepKind::MainsCycles:
        return averageInC(real, id, mainsWindow(step, sampleSeconds));
    case StepKind::Median:
        return {{"ft_median"},
            fmt::format(
                "static {0} ring[{1}], sorted[{1}];\nstatic int count, next;\n", real, step.window),
            fmt::format("x = {}_median(ring, sorted, {}, &count, &next, x);\n", id, step.window)};
    case StepKind::SpikeGate:
        return {{"ft_spike_gate"},
            fmt::format("static {0} ring[{1}], scratch[{1}], waiting[{2}], last;\nstatic int "
                        "count, next, gated, side;\n",
                real, step.window, step.refill),
            fmt::format("x = {}_spike_gate(ring, scratch, {}, &count, &next, waiting, {}, "
                        "&gated, &side,\n    &last, x, {}, {});\n",
                id, step.window, step.refill, number(step.k), number(step.least))};
    case StepKind::SlewLimit:
        return {{"ft_slew"}, remembers,
            remembering(fmt::format("{}_slew(last, x, {} * ({})since)", id, limit, real)), true};
    case StepKind::DeadBand:
        return {{"ft_dead_band"}, remembers,
            remembering(fmt::format("{}_dead_band(last, x, {})", id, limit))};
    case StepKind::StillBelow:
        return {{"ft_still_below"}, {}, fmt::format("x = {}_still_below(x, {});\n", id, limit)};
    case StepKind::DigitHysteresis:
        return {{"ft_last_digit"}, remembers,
            fmt::format("x = {}_last_digit(last, x, {}, {}, started);\nlast = x;\nstarted = 1;\n",
                id, limit, number(step.beyond))};
    case StepKind::PeakHold:
    case StepKind::MinimumHold:
        return extremeInC(step, real);
    case StepKind::Exponential:
        break;
    }
    if (step.byAlpha)
        return {{"ft_exponential"}, remembers,
            remembering(fmt::format("{}_exponential(last, x, {})", id, number(step.alpha)))};
    // After a gap the old value counts for less.
    const auto alpha = fmt::format("since == {} ? {} : ({}){}_share(since, {})",
        numberInC(sampleSeconds, false), number(Kernel<double>::ft_share(sampleSeconds, step.tau)),
        real, id, numberInC(step.tau, false));
    return {{"ft_share", "ft_exponential"}, remembers,
        remembering(fmt::format("{}_exponential(last, x,\n    {})", id, alpha)), true};
}

/// Sets every line of a text in.
std::string indented(const std::string& text)
{
    std::string result;
    for (std::size_t at = 0; at < text.size();) {
        const auto end = text.find('\n', at) + 1;
        result += "        " + text.substr(at, end - at);
        at = end;
    }
    return result;
}

} // namespace

std::string smoothingForFirmware(const std::vector<StepSpec>& steps, NumberKind kind,
    double sampleSeconds, std::string_view name, std::string_view unit)
{
    const auto id = identifierInC(name);
    const bool isFloat = kind == NumberKind::Float32;
    const char* real = isFloat ? "float" : "double";
    std::vector<std::string> functions;
    std::string body;
    bool usesSince = false;
    for (const auto& step : steps) {
        if (step.isOff || (hasWindow(step.kind) && step.window == 1)) // which changes nothing
            continue;
        const auto c = stepInC(step, kind, sampleSeconds, id);
        functions.insert(functions.end(), c.functions.begin(), c.functions.end());
        usesSince = usesSince || c.usesSince;
        body +=
            fmt::format("    {{ /* {} */\n{}    }}\n", stepText(step), indented(c.keeps + c.turns));
    }
    const auto since = fmt::format(
        "    static double since;\n    since += {};\n", numberInC(sampleSeconds, false));
    return (usesSince ? "#include <math.h>\n" : "")
        + kernelFunctions(functions, real, isFloat ? "long" : "long long", id)
        + fmt::format("/* {} smoothed, in {}: call it with each new value, every {}. A value that "
                      "is no number\n   is passed on. */\n"
                      "static {} {}_smoothed({} x)\n{{\n{}    if (x != x)\n        return x;\n{}{}"
                      "    return x;\n}}\n",
            name, unit, durationText(sampleSeconds), real, id, real, usesSince ? since : "", body,
            usesSince ? "    since = 0;\n" : "");
}

} // namespace fern
