// Prints what every kind of smoothing step makes of one series, in both number kinds, so that a
// compiler can prove the C that is copied for the firmware:
//     smoothing_code_print c        a C program that prints every smoothed value
//     smoothing_code_print values   the same values, computed here
//     smoothing_code_print board    a C program without printing, for a board's linker
// Values are printed as %a of a double: every bit counts.

#include "smooth/chain.h"
#include "smooth/firmware.h"
#include "smooth/step_text.h"

#include <cmath>
#include <cstdio>
#include <string>
#include <vector>

#include <fmt/format.h>

using namespace fern;

namespace {

constexpr double sampleSeconds = 0.1;

std::vector<std::vector<StepSpec>> chains()
{
    std::vector<std::vector<StepSpec>> all;
    for (const char* text :
        {"moving average 8", "moving average 1", "exponential tau 0.8", "exponential alpha 0.3",
            "median 5", "median 1", "spike gate 3 7 4", "spike gate 5 3 1", "slew 2.5",
            "dead band 0.75", "still below 11", "peak hold 0", "peak hold 1.25", "minimum hold 2",
            "digit hysteresis 0.1", "digit hysteresis 0.5 beyond 1.3", "mains cycles 3 hertz 6",
            "spike gate 5 7 5; median 5; exponential tau 0.8; digit hysteresis 0.1", "median 3 off",
            ""}) {
        auto steps = *parseSteps(text);
        for (auto& step : steps)
            if (step.kind == StepKind::SpikeGate)
                step.least = 0.04;
        all.push_back(std::move(steps));
    }
    return all;
}

/// A wandering value with steps, spikes and gaps, exact in a float.
std::vector<double> series()
{
    std::vector<double> values;
    unsigned noise = 12345;
    double base = 12;
    for (int i = 0; i < 2000; ++i) {
        noise = noise * 1664525U + 1013904223U; // a congruential generator of Numerical Recipes
        const double step = static_cast<double>(noise >> 24U) / 256 - 0.5;
        base += i % 400 == 399 ? -3 : step / 16;
        values.push_back(i % 97 == 96 ? base + 8 : base + step / 4);
        if (i % 131 == 130)
            values.back() = std::nan("");
    }
    for (double& value : values)
        value = static_cast<double>(static_cast<float>(value));
    return values;
}

void printValues(const std::vector<StepSpec>& steps, NumberKind kind)
{
    Chain chain(steps, kind);
    double seconds = 0;
    for (const double value : series()) {
        const double smoothed = chain.feed(seconds, value);
        std::puts(std::isnan(smoothed) ? "nan" : fmt::format("{:a}", smoothed).c_str());
        seconds = sampleSeconds;
    }
}

} // namespace

int main(int argc, char** argv)
{
    const std::string mode = argc == 2 ? argv[1] : "";
    const bool isForBoard = mode == "board";
    const bool asProgram = mode == "c" || isForBoard;
    std::string calls;
    int number = 0;
    if (asProgram)
        fmt::print("#include <math.h>\n{}", isForBoard ? "" : "#include <stdio.h>\n");
    for (const auto& steps : chains())
        for (const auto kind : {NumberKind::Float32, NumberKind::Float64}) {
            if (!asProgram) {
                printValues(steps, kind);
                continue;
            }
            const auto name = fmt::format("case{}", number++);
            fmt::print("{}", smoothingForFirmware(steps, kind, sampleSeconds, name, "V"));
            const char* real = kind == NumberKind::Float32 ? "float" : "double";
            calls += isForBoard
                ? fmt::format("    out = {}_smoothed(({})in);\n", name, real)
                : fmt::format("    for (i = 0; i < COUNT; ++i)\n        show({}_smoothed(({})"
                              "series[i]));\n",
                    name, real);
        }
    if (isForBoard)
        fmt::print(
            "static volatile double in, out;\nint main(void)\n{{\n{}    return 0;\n}}\n", calls);
    if (mode != "c")
        return 0;
    std::string list;
    for (const double value : series())
        list += std::isnan(value) ? "NAN," : fmt::format("{:a},", value);
    fmt::print(
        "#define COUNT {}\nstatic const double series[COUNT] = {{{}}};\n", series().size(), list);
    fmt::print("static void show(double value)\n{{\n    if (value != value)\n        "
               "puts(\"nan\");\n    else\n        printf(\"%a\\n\", value);\n}}\n"
               "int main(void)\n{{\n    int i;\n{}    return 0;\n}}\n",
        calls);
    return 0;
}
