#include "cli/cli.h"

#include "base/number_text.h"
#include "plan/diagnosis.h"

#include <cmath>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct DiagnoseArguments {
    std::string path, channel;
    std::vector<std::string> pairs;
};

/// Reads "12.34=12.5": shown and expected; the last digit of what is shown counts as typed.
Result<ShownExpected> pairOf(const std::string& text)
{
    const auto equals = text.find('=');
    const auto shownText = std::string_view(text).substr(0, equals);
    const auto shown = parseNumber(shownText);
    const auto expected = equals == std::string::npos
        ? std::nullopt
        : parseNumber(std::string_view(text).substr(equals + 1));
    if (!shown || !expected)
        return Error{ErrorCode::InvalidArgument,
            fmt::format("\"{}\" is no SHOWN=EXPECTED, such as 12.34=12.5", text), ""};
    return ShownExpected{*shown, *expected, lastDigit(shownText)};
}

json::Node idsOf(const std::vector<Mistake>& mistakes)
{
    auto ids = json::makeArray();
    for (const auto& mistake : mistakes)
        ids.items.push_back(json::makeString(mistake.id));
    return ids;
}

std::string inWords(const Explanation& explanation)
{
    std::string words;
    for (const auto& mistake : explanation.mistakes)
        words += (words.empty() ? "" : ", and ") + mistake.words + ": " + mistake.remedy;
    if (!explanation.alike.empty())
        words += fmt::format("; {} more would show the same", explanation.alike.size());
    return words;
}

json::Node inJson(const Explanation& explanation)
{
    auto alike = json::makeArray();
    for (const auto& other : explanation.alike)
        alike.items.push_back(idsOf(other));
    auto predicted = json::makeArray();
    for (const double value : explanation.predicted)
        predicted.items.push_back(json::makeNumber(value));
    return object({{"mistakes", idsOf(explanation.mistakes)}, {"alike", alike},
        {"belief", json::makeNumber(explanation.belief)},
        {"offByDigits", json::makeNumber(explanation.worst)}, {"predicted", predicted},
        {"words", json::makeString(inWords(explanation))}});
}

void diagnose(Context& context, const DiagnoseArguments& a)
{
    const auto plain = loadPlain(a.path, "");
    if (!plain)
        return context.fail(plain.error());
    const auto index = indexOf(plain->channels, a.channel);
    if (index == plain->channels.size() || !canDiagnose(plain->channels[index]))
        return context.fail({ErrorCode::NotFound,
            fmt::format("there is no channel \"{}\" that gives numbers", a.channel), ""});
    std::vector<ShownExpected> pairs;
    for (const auto& text : a.pairs) {
        const auto pair = pairOf(text);
        if (!pair)
            return context.fail(pair.error());
        pairs.push_back(*pair);
    }
    const auto& channel = plain->channels[index];
    const auto found = fern::diagnose(channel, pairs);
    const double next = tellApart(channel, found.explanations);
    auto list = json::makeArray();
    std::string text;
    for (const auto& explanation : found.explanations) {
        list.items.push_back(inJson(explanation));
        text += fmt::format("{:.1f} %: {}\n", 100 * explanation.belief, inWords(explanation));
    }
    text += found.sentence + "\n";
    const auto state = diagnosisStateWords[static_cast<std::size_t>(found.state)];
    std::vector<json::Member> members{{"state", json::makeString(std::string(state))},
        {"sentence", json::makeString(found.sentence)}, {"explanations", list}};
    if (found.nearest)
        members.push_back({"nearest", inJson(*found.nearest)});
    if (!std::isnan(next)) {
        members.push_back({"next", json::makeNumber(next)});
        text += fmt::format("to tell the first two apart, measure at {} {}\n",
            significantText(next, 4), channel.unit.name);
    }
    print(context.json ? json::writeCompact(object(std::move(members))) + "\n" : text);
}

} // namespace

void addDiagnose(CLI::App& app, Context& context)
{
    auto a = std::make_shared<DiagnoseArguments>();
    auto* command =
        addCommand(app, context, "diagnose", "known mistakes that explain what a display shows");
    command->add_option("FILE", a->path)->required();
    command->add_option("--channel", a->channel)->required();
    command->add_option("PAIRS", a->pairs, "SHOWN=EXPECTED in the channel's unit, such as 2.6=12.8")
        ->required();
    command->callback([&context, a] { diagnose(context, *a); });
}

} // namespace fern::cli
