#include "smooth/step_text.h"

#include "base/number_text.h"
#include "base/split.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::string_view accepted = "write \"moving average N\", \"exponential tau SECONDS\", "
                                      "\"exponential alpha A\" or \"median N\"";

Error refusal(std::string_view text, std::string_view reason)
{
    return {ErrorCode::InvalidArgument,
        fmt::format("the step \"{}\" {}: {}", text, reason, accepted), ""};
}

Result<StepSpec> windowStep(StepKind kind, std::string_view text, std::string_view number)
{
    const auto n = parseNumber(number);
    if (!n || *n != std::floor(*n) || *n < 1 || *n > longestWindow)
        return refusal(text, fmt::format("needs a whole number from 1 to {}", longestWindow));
    StepSpec step;
    step.kind = kind;
    step.window = static_cast<int>(*n);
    if (kind == StepKind::Median && step.window % 2 == 0)
        return refusal(text, "needs an odd number of samples");
    return step;
}

Result<StepSpec> exponentialStep(
    std::string_view text, std::string_view key, std::string_view number)
{
    StepSpec step;
    const auto value = parseNumber(number);
    step.byAlpha = key == "alpha";
    if (!step.byAlpha && key != "tau")
        return refusal(text, "needs tau or alpha");
    if (!value || *value <= 0 || (step.byAlpha && *value > 1))
        return refusal(text,
            step.byAlpha ? "needs an alpha above 0 and up to 1" : "needs a tau above 0 seconds");
    (step.byAlpha ? step.alpha : step.tau) = *value;
    return step;
}

Result<StepSpec> parseActive(std::string_view text, const std::vector<std::string_view>& words)
{
    if (words.size() == 3 && words[0] == "moving" && words[1] == "average")
        return windowStep(StepKind::MovingAverage, trimmed(text), words[2]);
    if (words.size() == 2 && words[0] == "median")
        return windowStep(StepKind::Median, trimmed(text), words[1]);
    if (words.size() == 3 && words[0] == "exponential")
        return exponentialStep(trimmed(text), words[1], words[2]);
    return refusal(trimmed(text), "is not understood");
}

std::string activeText(const StepSpec& step)
{
    switch (step.kind) {
    case StepKind::MovingAverage:
        return fmt::format("moving average {}", step.window);
    case StepKind::Median:
        return fmt::format("median {}", step.window);
    case StepKind::Exponential:
        break;
    }
    return step.byAlpha ? "exponential alpha " + shortestText(step.alpha)
                        : "exponential tau " + shortestText(step.tau);
}

} // namespace

Result<StepSpec> parseStep(std::string_view text)
{
    auto words = splitAtBlanks(text);
    const bool isOff = !words.empty() && words.back() == "off";
    if (isOff)
        words.pop_back();
    auto active = parseActive(text, words);
    if (!active)
        return active;
    StepSpec step = *active;
    step.isOff = isOff;
    return step;
}

std::string stepText(const StepSpec& step)
{
    return activeText(step) + (step.isOff ? " off" : "");
}

Result<std::vector<StepSpec>> parseSteps(std::string_view text)
{
    std::vector<StepSpec> steps;
    while (!text.empty()) {
        const auto end = std::min(text.find_first_of(";\n"), text.size());
        const auto part = text.substr(0, end);
        text.remove_prefix(std::min(end + 1, text.size()));
        if (trimmed(part).empty())
            continue;
        auto step = parseStep(part);
        if (!step)
            return step.error();
        steps.push_back(*std::move(step));
    }
    return steps;
}

std::string stepsText(const std::vector<StepSpec>& steps)
{
    std::string text;
    for (const auto& step : steps)
        text += (text.empty() ? "" : "; ") + stepText(step);
    return text;
}

} // namespace fern
