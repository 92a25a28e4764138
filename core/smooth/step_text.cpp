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

/// The figures behind the words of a step that has no others: numbers, with a word before some.
struct StepForm {
    StepKind kind;
    std::string_view words; ///< that it begins with
    struct Figure {
        std::string_view word; ///< before it; empty for none
        double StepSpec::*number = nullptr;
        int StepSpec::*whole = nullptr;
        bool isOptional = false;
    };
    std::vector<Figure> figures;
};

const std::vector<StepForm>& stepForms()
{
    static const std::vector<StepForm> forms{
        {StepKind::SpikeGate, "spike gate",
            {{"", &StepSpec::k, nullptr, false}, {"", nullptr, &StepSpec::window, false},
                {"", nullptr, &StepSpec::refill, false},
                {"least", &StepSpec::least, nullptr, true}}},
        {StepKind::SlewLimit, "slew", {{"", &StepSpec::limit, nullptr, false}}},
        {StepKind::DeadBand, "dead band", {{"", &StepSpec::limit, nullptr, false}}},
        {StepKind::StillBelow, "still below", {{"", &StepSpec::limit, nullptr, false}}},
        {StepKind::PeakHold, "peak hold", {{"", &StepSpec::hold, nullptr, true}}},
        {StepKind::MinimumHold, "minimum hold", {{"", &StepSpec::hold, nullptr, true}}},
        {StepKind::DigitHysteresis, "digit hysteresis",
            {{"", &StepSpec::limit, nullptr, false}, {"beyond", &StepSpec::beyond, nullptr, true}}},
        {StepKind::MainsCycles, "mains cycles",
            {{"", nullptr, &StepSpec::cycles, false}, {"hertz", &StepSpec::hertz, nullptr, false}}},
    };
    return forms;
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

Result<StepSpec> parseForm(
    const StepForm& form, std::string_view text, std::span<const std::string_view> rest)
{
    StepSpec step;
    step.kind = form.kind;
    std::size_t at = 0;
    for (const auto& figure : form.figures) {
        const bool hasWord = figure.word.empty() || (at < rest.size() && rest[at] == figure.word);
        if (figure.isOptional && (at >= rest.size() || !hasWord))
            continue;
        at += figure.word.empty() ? 0 : 1;
        const auto number = hasWord && at < rest.size() ? parseNumber(rest[at++]) : std::nullopt;
        if (!number || (figure.whole != nullptr && *number != std::floor(*number)))
            return refusal(trimmed(text), "lacks a number");
        if (figure.whole != nullptr)
            step.*figure.whole = static_cast<int>(std::clamp(*number, -1.0, 1e6));
        else
            step.*figure.number = *number;
    }
    if (at != rest.size())
        return refusal(trimmed(text), "is not understood");
    if (const auto wrong = whatIsWrong(step); !wrong.empty())
        return Error{ErrorCode::InvalidArgument,
            fmt::format("the step \"{}\": {}", trimmed(text), wrong), ""};
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
    for (const auto& form : stepForms()) {
        const auto name = splitAtBlanks(form.words);
        if (words.size() >= name.size() && std::equal(name.begin(), name.end(), words.begin()))
            return parseForm(form, text, std::span(words).subspan(name.size()));
    }
    return refusal(trimmed(text), "is not understood");
}

std::string formText(const StepForm& form, const StepSpec& step)
{
    const StepSpec usual;
    std::string text(form.words);
    for (const auto& figure : form.figures) {
        const double value = figure.whole != nullptr ? step.*figure.whole : step.*figure.number;
        if (figure.isOptional && value == usual.*figure.number)
            continue;
        text += fmt::format(
            "{}{} {}", figure.word.empty() ? "" : " ", figure.word, shortestText(value));
    }
    return text;
}

std::string activeText(const StepSpec& step)
{
    for (const auto& form : stepForms())
        if (form.kind == step.kind)
            return formText(form, step);
    switch (step.kind) {
    case StepKind::MovingAverage:
        return fmt::format("moving average {}", step.window);
    case StepKind::Median:
        return fmt::format("median {}", step.window);
    default:
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
