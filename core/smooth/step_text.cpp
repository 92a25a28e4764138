#include "smooth/step_text.h"

#include "base/number_text.h"
#include "base/split.h"

#include <algorithm>
#include <cmath>
#include <span>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::string_view accepted = "write a step such as \"median 5\", \"exponential tau 0.8\", "
                                      "\"moving average 8\", \"spike gate 5 7 "
                                      "5\", \"slew 2\", \"dead band 0.1\", \"still below "
                                      "0.5\", \"peak hold 3\", \"digit hysteresis 0.1\" "
                                      "or \"mains cycles 1 hertz 50\"";

Error refusal(std::string_view text, std::string_view reason)
{
    return {ErrorCode::InvalidArgument,
        fmt::format("the step \"{}\" {}: {}", text, reason, accepted), ""};
}

/// What a file would refuse of a step; empty when it takes it.
std::string whatIsWrong(StepSpec step)
{
    JsonWriter writer;
    describe(writer, step);
    const auto node = writer.take();
    JsonReader reader(node, {});
    StepSpec back;
    describe(reader, back);
    return reader.failed() ? reader.message() : std::string();
}

/// Reads the figures behind the words of a step.
Result<StepSpec> parseFigures(
    StepSpec step, std::string_view text, std::span<const std::string_view> rest)
{
    std::size_t at = 0;
    for (const auto& figure : figuresOf(step)) {
        const bool hasWord = figure.word.empty() || (at < rest.size() && rest[at] == figure.word);
        if (figure.mayBeUnsaid && (at >= rest.size() || !hasWord))
            continue;
        at += figure.word.empty() ? 0 : 1;
        const auto number = hasWord && at < rest.size() ? parseNumber(rest[at++]) : std::nullopt;
        if (!number || (figure.whole != nullptr && *number != std::floor(*number)))
            return refusal(
                text, figure.whole != nullptr ? "lacks a whole number" : "lacks a number");
        if (figure.whole != nullptr)
            step.*figure.whole = static_cast<int>(std::clamp(*number, -1.0, 1e6));
        else
            step.*figure.number = *number;
    }
    if (at != rest.size())
        return refusal(text, "is not understood");
    if (const auto wrong = whatIsWrong(step); !wrong.empty())
        return Error{
            ErrorCode::InvalidArgument, fmt::format("the step \"{}\": {}", text, wrong), ""};
    return step;
}

Result<StepSpec> parseActive(std::string_view text, const std::vector<std::string_view>& words)
{
    for (const auto& traits : stepTraits) {
        const auto name = splitAtBlanks(traits.word);
        if (words.size() < name.size() || !std::equal(name.begin(), name.end(), words.begin()))
            continue;
        const auto rest = std::span(words).subspan(name.size());
        StepSpec step;
        step.kind = traits.kind;
        step.byAlpha = !rest.empty() && rest.front() == "alpha";
        return parseFigures(step, text, rest);
    }
    return refusal(text, "is not understood");
}

std::string activeText(const StepSpec& step)
{
    const StepSpec usual;
    std::string text(traitsOf(step.kind).word);
    for (const auto& figure : figuresOf(step))
        if (!figure.mayBeUnsaid || figureOf(step, figure) != figureOf(usual, figure))
            text += fmt::format("{}{} {}", figure.word.empty() ? "" : " ", figure.word,
                shortestText(figureOf(step, figure)));
    return text;
}

} // namespace

Result<StepSpec> parseStep(std::string_view text)
{
    auto words = splitAtBlanks(text);
    const bool isOff = !words.empty() && words.back() == "off";
    if (isOff)
        words.pop_back();
    auto active = parseActive(trimmed(text), words);
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
