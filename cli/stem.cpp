#include "cli/cli.h"

#include "base/number_text.h"
#include "io/files.h"
#include "judge/channel_moment.h"
#include "run/firmware_run.h"
#include "smooth/step_text.h"

#include <cmath>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct StemArguments {
    std::string path, scenario, channel, reader;
    double at = 0;
};

/// JSON has no NaN: what is not known is null.
json::Node number(double value)
{
    return std::isfinite(value) ? json::makeNumber(value) : json::Node{};
}

json::Node text(std::string_view words)
{
    return json::makeString(std::string(words));
}

template <class T, class Make> json::Node list(const std::vector<T>& values, const Make& make)
{
    auto array = json::makeArray();
    for (const auto& value : values)
        array.items.push_back(make(value));
    return array;
}

/// A line as [place, value] pairs.
json::Node line(const TraceLine& trace)
{
    auto array = json::makeArray();
    for (std::size_t i = 0; i < trace.seconds.size(); ++i) {
        auto& pair = array.items.emplace_back(json::makeArray());
        pair.items = {number(trace.seconds[i]), number(trace.values[i])};
    }
    return array;
}

/// Differences are in the channel's unit.
json::Node leavesInJson(const PlainChannel& c, const ChannelMoment& moment)
{
    auto leaves = json::makeArray();
    for (std::size_t i = 0; i < leafCount; ++i) {
        const auto& leaf = moment.stem.leaves[i];
        const auto facts = list(moment.facts[i], [](const Fact& fact) {
            return object({{"label", text(fact.label)}, {"value", text(fact.value)},
                {"note", text(fact.note)}});
        });
        leaves.items.push_back(object({{"name", text(leaf.name)},
            {"isThere", json::makeBoolean(leaf.isThere)}, {"value", text(leaf.value)},
            {"unit", text(leaf.unit)}, {"step", number(differenceFromSi(leaf.step, c.unit))},
            {"noise", number(differenceFromSi(leaf.noise, c.unit))},
            {"ageSeconds", number(leaf.age)}, {"trouble", text(leaf.trouble.word)},
            {"isLimit", json::makeBoolean(static_cast<std::size_t>(moment.stem.limit) == i)},
            {"facts", facts}}));
    }
    return leaves;
}

json::Node budgetInJson(const PlainChannel& c, const ChannelView& view)
{
    const auto& budget = view.worst;
    const auto inUnit = [&](double u) { return number(differenceFromSi(u, c.unit)); };
    auto budgetBars = json::makeArray();
    for (const auto& bar : view.bars)
        budgetBars.items.push_back(
            object({{"name", text(bar.name)}, {"standard", number(bar.standard)},
                {"honestDecimals", json::makeNumber(bar.honest)}, {"note", text(bar.note)}}));
    return object({{"at", number(fromSi(budget.at, c.unit))}, {"accuracy", inUnit(budget.accuracy)},
        {"repeatability", inUnit(budget.repeatability)}, {"missing", text(budget.missing)},
        {"terms",
            list(budget.terms,
                [&](const BudgetTerm& term) {
                    return object({{"name", text(term.name)}, {"leaf", text(nameOf(term.leaf))},
                        {"u", inUnit(term.u)}, {"repeats", json::makeBoolean(term.repeats)}});
                })},
        {"bars", budgetBars}});
}

json::Node wishesInJson(const ChannelView& view)
{
    return list(view.wishes, [](const WishVerdict& v) {
        return object(
            {{"key", text(wishKeys[static_cast<std::size_t>(v.wish)])}, {"wished", text(v.wished)},
                {"found", text(v.found)}, {"where", text(v.where)}, {"note", text(v.note)},
                {"verdict", text(verdictWord(v.verdict))}, {"missedBy", number(v.missedBy)}});
    });
}

json::Node smoothingInJson(
    const PlainChannel& c, const PlainReader& reader, const ChannelView& view)
{
    auto usual = json::makeArray();
    for (std::size_t i = 0; i < stepKindWords.size(); ++i)
        usual.items.push_back(text(stepText(usualStep(c, reader, static_cast<StepKind>(i)))));
    return object({{"steps", text(stepsText(c.steps))}, {"noiseGain", number(view.smoothingGain)},
        {"delaySeconds", number(view.smoothingDelay)}, {"settlingSeconds", number(view.settling)},
        {"stepResponse", line(view.stepResponse)}, {"passesPercent", line(view.passes)},
        {"passesInWords", text(view.passesInWords)}, {"usualSteps", usual}});
}

json::Node ageInJson(const AgeBreakdown& age)
{
    return object(
        {{"frontEndSeconds", number(age.frontEnd)}, {"samplingSeconds", number(age.sampling)},
            {"smoothingSeconds", number(age.smoothing)}, {"blockedSeconds", number(age.blocked)},
            {"redrawSeconds", number(age.redraw)}, {"panelSeconds", number(age.panel)},
            {"waitingSeconds", number(age.waiting)}, {"oldestSeconds", number(age.oldest())}});
}

json::Node inJson(const PlainInstrument& plain, const StemChoice& end, const ChannelView& view,
    const ChannelMoment& moment)
{
    const auto& c = plain.channels[end.channel];
    return object({{"channel", text(c.id)}, {"name", text(c.name)}, {"unit", text(c.unit.name)},
        {"end", text(endLabel(plain, end))}, {"leaves", leavesInJson(c, moment)},
        {"limitReason", text(moment.stem.limitReason)},
        {"limitIsAge", json::makeBoolean(moment.stem.limitIsAge)},
        {"processorLoad", number(moment.stem.processorLoad)},
        {"busLoad", number(moment.stem.busLoad)}, {"wishes", wishesInJson(view)},
        {"budget", budgetInJson(c, view)}, {"age", ageInJson(view.age)},
        {"smoothing", smoothingInJson(c, plain.readers[end.reader], view)},
        {"scale",
            object({{"words", text(view.scalingWords)}, {"curve", line(view.scaleCurve)},
                {"points", line(view.scalePoints)}, {"firmware", text(view.firmware)}})},
        {"counting",
            object({{"gateError", line(view.gateError)}, {"periodError", line(view.periodError)},
                {"crossover", number(view.crossover)}})},
        {"signalFindings",
            list(moment.signalFindings, [](const Finding& f) { return text(f.title); })}});
}

std::string inWords(const PlainChannel& c, const ChannelView& view, const ChannelMoment& moment)
{
    const auto figure = [&](double si) {
        return std::isfinite(si)
            ? fmt::format("{:.4g} {}", differenceFromSi(si, c.unit), prettyUnit(c.unit.name))
            : std::string("—");
    };
    std::string out;
    for (const auto& leaf : moment.stem.leaves)
        if (leaf.isThere)
            out += fmt::format("{}: {} {}; step {}, noise {}, age {}{}\n", leaf.name, leaf.value,
                leaf.unit, figure(leaf.step), figure(leaf.noise),
                std::isfinite(leaf.age) ? fmt::format("{:.3f} s", leaf.age) : "—",
                leaf.trouble.word.empty() ? "" : "; " + leaf.trouble.word);
    out += fmt::format("limit: {}, {}\n",
        moment.stem.leaves[static_cast<std::size_t>(moment.stem.limit)].name,
        moment.stem.limitReason);
    for (const auto& wish : view.wishes)
        out += fmt::format("wish {}: {}{}{}, wished {}: {}; {}\n",
            wishKeys[static_cast<std::size_t>(wish.wish)], wish.found,
            wish.where.empty() ? "" : " ", wish.where, wish.wished, verdictWord(wish.verdict),
            wish.note);
    for (const auto& term : view.worst.terms)
        out += fmt::format("uncertainty, {}: ±{}\n", term.name, figure(2 * term.u));
    return out;
}

/// Returns the end at the reader of that id, or the first one.
Result<StemChoice> endOf(
    const PlainInstrument& plain, std::size_t channel, const std::string& reader)
{
    const auto ends = stemChoices(plain, channel);
    for (const auto& end : ends)
        if (reader.empty() || plain.readers[end.reader].id == reader)
            return end;
    return Error{ErrorCode::NotFound,
        reader.empty() ? fmt::format("no page shows {}", plain.channels[channel].id)
                       : fmt::format("no page shows {} by a reader \"{}\"",
                           plain.channels[channel].id, reader),
        ""};
}

void stem(Context& context, const StemArguments& a)
{
    auto loaded = load(a.path, a.scenario);
    if (!loaded)
        return context.fail(loaded.error());
    auto [instrument, plain] = *std::move(loaded);
    const auto channel = indexOf(plain.channels, a.channel);
    if (channel == plain.channels.size())
        return context.fail(
            {ErrorCode::NotFound, fmt::format("there is no channel \"{}\"", a.channel), ""});
    const auto end = endOf(plain, channel, a.reader);
    if (!end)
        return context.fail(end.error());
    auto& display = plain.displays[end->display];
    display.page = display.pages[end->page];
    const auto window = ticksFromSeconds(30);
    RunHistory history(window);
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(a.at));
    const auto view = channelViewOf(instrument, plain, channel, *end);
    const auto moment = momentOf(instrument, plain, *end, view, history, run.now(), window);
    print(context.json ? json::writeCompact(inJson(plain, *end, view, moment)) + "\n"
                       : inWords(plain.channels[channel], view, moment));
}

} // namespace

void addStem(CLI::App& app, Context& context)
{
    auto a = std::make_shared<StemArguments>();
    auto* command = addCommand(app, context, "stem",
        "every figure of a channel, from the world to the glass, at an instant of its scenario");
    command->add_option("FILE", a->path)->required();
    command->add_option("--channel", a->channel, "its id")->required();
    command->add_option("--at", a->at, "seconds since the scenario began")
        ->required()
        ->check([](const std::string& text) {
            constexpr double longest = 1e7;
            const auto seconds = parseNumber(text);
            return seconds && *seconds >= 0 && *seconds <= longest
                ? std::string()
                : text + " is no number of seconds from 0 to 10000000";
        });
    command->add_option("--scenario", a->scenario, "the first one if none is named");
    command->add_option("--reader", a->reader, "id of the reader at the stem's end");
    command->callback([&context, a] { stem(context, *a); });
}

} // namespace fern::cli
