#include "plan/pace_ways.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/loops.h"
#include "instrument/program_edits.h"
#include "judge/age.h"
#include "judge/freshness_fix.h"
#include "judge/readable.h"
#include "parts/catalogue.h"
#include "plan/board_change.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include <fmt/format.h>

namespace fern {

void Nearest::take(const PaceMember& member)
{
    const auto& asked = member.figures.asked;
    std::size_t broken = 0, last = 0;
    for (std::size_t k = 0; k < paceLimits; ++k)
        if (!member.figures.keeps(static_cast<PaceLimit>(k))) {
            ++broken;
            last = k;
        }
    const auto most = [](const PaceMember& m) {
        return *std::max_element(m.figures.asked.begin(), m.figures.asked.end());
    };
    if (!m_ofAll || most(member) < most(*m_ofAll))
        m_ofAll = member;
    if (broken != 1)
        return;
    if (auto& best = m_of[last]; !best || asked[last] < best->figures.asked[last])
        best = member;
}

namespace {

/// Two digits, upwards or downwards.
double rounded(double value, bool isUp)
{
    const double grain = std::pow(10, std::floor(std::log10(value)) - 1);
    const double steps = value / grain;
    return (isUp ? std::ceil(steps - 1e-9) : std::floor(steps + 1e-9)) * grain;
}

/// A change of the instrument, with what it is called; empty where there is nothing to change.
using PaceChange = std::optional<Fix>;
using EditStep = std::function<Result<Instrument>(const Instrument&)>;

PaceChange inOne(std::string label, std::vector<EditStep> steps)
{
    if (steps.empty())
        return std::nullopt;
    return Fix{std::move(label), [steps = std::move(steps)](const Instrument& before) {
                   Result<Instrument> out = before;
                   for (const auto& step : steps)
                       if (out)
                           out = step(*out);
                   return out;
               }};
}

std::string listed(const std::vector<std::string>& words)
{
    std::string list;
    for (std::size_t i = 0; i < words.size(); ++i)
        list += (i == 0 ? "" : i + 1 == words.size() ? " and " : ", ") + words[i];
    return list;
}

/// The age of each channel on the display where it is oldest, where that is more than wished.
std::vector<std::pair<std::size_t, AgeBreakdown>> tooOld(const PlainInstrument& in)
{
    std::vector<std::pair<std::size_t, AgeBreakdown>> old;
    for (std::size_t i = 0; i < in.channels.size(); ++i) {
        const auto& c = in.channels[i];
        AgeBreakdown oldest;
        for (const auto& display : in.displays)
            if (!givesCodes(c.source.kind) && shows(in, display, i))
                if (const auto age = ageOf(in, c, display); age.oldest() > oldest.oldest())
                    oldest = age;
        if (oldest.oldest() > c.freshnessSeconds * (1 + 1e-9))
            old.emplace_back(i, oldest);
    }
    return old;
}

PaceChange olderNumbers(const PlainInstrument& in)
{
    std::vector<EditStep> steps;
    std::vector<std::string> words;
    for (const auto& [index, age] : tooOld(in)) {
        const double seconds = rounded(age.oldest(), true);
        words.push_back(
            fmt::format("{} up to {} old", in.channels[index].name, durationText(seconds)));
        steps.push_back([id = in.channels[index].id, seconds](const Instrument& before) {
            auto wish = findById(before.channels, id)->wish;
            wish.freshness = {seconds, "s"};
            return withWish(before, id, wish);
        });
    }
    return inOne("Accept " + listed(words), std::move(steps));
}

PaceChange slowerPulses(const PlainInstrument& in)
{
    std::vector<EditStep> steps;
    std::vector<std::string> words;
    for (const auto& c : in.channels) {
        const auto demand = pulseDemand(in, c);
        if (demand.wishedHertz <= demand.possibleHertz)
            continue;
        const double most = rounded(demand.possibleHertz / c.source.pulses.perUnit, false);
        if (most <= fromSi(c.from, c.unit))
            return std::nullopt;
        words.push_back(
            fmt::format("{} only up to {} {}", c.name, shortestText(most), c.unit.name));
        steps.push_back([id = c.id, most](const Instrument& before) {
            auto wish = findById(before.channels, id)->wish;
            const auto unit = findById(before.channels, id)->wish.to.unit;
            wish.to = {
                fern::in(Quantity{most, unitOf(*findById(before.channels, id))}, unit), unit};
            return withWish(before, id, wish);
        });
    }
    return inOne("Wish " + listed(words), std::move(steps));
}

PaceChange shorterStands(const PlainInstrument& in)
{
    std::vector<EditStep> steps;
    std::vector<std::string> words;
    for (const auto& display : in.displays) {
        const double every = inSeconds(display.redrawEvery);
        if (readableOf(in, display).leastSeconds <= every * (1 + 1e-9))
            continue;
        words.push_back(fmt::format("{} change every {}", display.id, durationText(every)));
        for (const auto& page : display.pages)
            for (std::size_t i = 0; i < page.fields.size(); ++i)
                if (page.fields[i].traits().hasReader)
                    steps.push_back(
                        [id = in.readers[page.readers[i]].id, every](const Instrument& before) {
                            return withStandsFor(before, id, {every, "s"});
                        });
    }
    return inOne("Let " + listed(words), std::move(steps));
}

/// What a wish has to become so that a pace fits; nothing for what nobody wishes.
PaceChange relaxed(PaceLimit limit, const PlainInstrument& in)
{
    switch (limit) {
    case PaceLimit::Freshness:
        return olderNumbers(in);
    case PaceLimit::Pulses:
        return slowerPulses(in);
    case PaceLimit::Readable:
        return shorterStands(in);
    case PaceLimit::Steady:
    case PaceLimit::Panel:
    case PaceLimit::Bus:
    case PaceLimit::Processor:
    case PaceLimit::Sampling:
        break;
    }
    return std::nullopt;
}

/// All that a member breaks.
PaceChange relaxedAll(const PaceMember& member, const PlainInstrument& in)
{
    std::vector<EditStep> steps;
    std::string label;
    for (std::size_t k = 0; k < paceLimits; ++k) {
        const auto limit = static_cast<PaceLimit>(k);
        if (member.figures.keeps(limit))
            continue;
        auto own = relaxed(limit, in);
        if (!own)
            return std::nullopt;
        label += (label.empty() ? "" : "; ") + own->label;
        steps.push_back(own->apply);
    }
    return inOne(std::move(label), std::move(steps));
}

PaceChange noWaits(const Instrument& in, const PlainInstrument& plain)
{
    const bool waits = std::any_of(plain.loops.begin(), plain.loops.end(),
                           [](const PlainLoop& loop) { return loop.waitSeconds > 0; })
        || std::any_of(plain.program.begin(), plain.program.end(),
            [](const PlainTask& task) { return task.spec.does == TaskDoes::Wait; });
    const auto without = waits ? withoutWaits(in) : Result<Instrument>(in);
    return waits && without ? PaceChange(Fix{"Do not wait", withoutWaits}) : std::nullopt;
}

PaceChange rarerLines(const PlainInstrument& plain)
{
    std::vector<EditStep> steps;
    for (const auto& task : plain.program)
        if (task.spec.does == TaskDoes::Print && isEveryTurn(task.spec))
            steps.push_back([id = task.spec.id](const Instrument& before) -> Result<Instrument> {
                const auto due = withTaskParameter(before, id, "when", "when due");
                return due ? withTaskParameter(*due, id, "every", "1 s") : due;
            });
    return inOne("Print once a second", std::move(steps));
}

/// Smoothing that takes what is too much of the age.
PaceChange lessSmoothing(const PlainInstrument& in)
{
    std::vector<EditStep> steps;
    std::vector<std::string> words;
    for (const auto& [index, age] : tooOld(in)) {
        const auto& c = in.channels[index];
        const double left = age.smoothing - (age.oldest() - c.freshnessSeconds);
        if (left <= 0 || age.smoothing <= 0)
            return std::nullopt;
        const auto fix =
            smoothingFix(c, shortened(c.steps, inSeconds(c.sampleEvery), left * (1 - 1e-6)));
        words.push_back(c.name);
        steps.push_back(fix.apply);
    }
    return inOne("Smooth " + listed(words) + " less", std::move(steps));
}

std::vector<PaceChange> fasterBoards(const Instrument& in)
{
    std::vector<PaceChange> boards;
    const auto own = boardsOf(in);
    for (const auto* board : own)
        for (const auto* entry : searchCatalogue("board", ""))
            if (entry->part.kind == PartKind::Board && entry->part.processor > board->processor)
                boards.push_back(Fix{"Use " + entry->title
                        + (own.size() > 1 ? " as " + partName(*board) : std::string()),
                    [id = board->id, part = entry->part](
                        const Instrument& before) { return withBoardReplaced(before, id, part); }});
    return boards;
}

/// Whether some pace keeps everything after a change.
bool fits(const Instrument& in, const Fix& change, const std::function<bool()>& isWanted)
{
    const auto after = change.apply(in);
    const auto plain = after ? resolve(*after, "") : Result<PlainInstrument>(after.error());
    if (!plain)
        return false;
    bool isThere = false;
    PaceFamily(*after, *plain)
        .visit(
            [&](const PaceMember& member) {
                isThere = member.figures.keepsAll();
                return !isThere;
            },
            isWanted);
    return isThere;
}

std::string shortSentence(PaceLimit limit, const PaceMember& member, const PlainInstrument& in)
{
    const double asked = member.figures.of(limit);
    if (limit == PaceLimit::Freshness)
        return fmt::format("With everything else kept, {} is up to {} old on {}, {} are wished.",
            in.channels[member.figures.oldest.channel].name,
            durationText(member.figures.oldest.seconds),
            in.displays[member.figures.oldest.display].id,
            durationText(in.channels[member.figures.oldest.channel].freshnessSeconds));
    return fmt::format("With everything else kept, {} {} times what it bears.",
        paceLimitWords[static_cast<std::size_t>(limit)], significantText(asked, 2));
}

} // namespace

std::optional<WaysOut> waysOut(const Instrument& in, const PaceFamily& family,
    const Nearest& nearest, const std::function<bool()>& isWanted)
{
    WaysOut ways;
    ways.reasons.emplace_back("No pace keeps every wish about timing.");
    const auto& plain = family.plain();
    std::vector<PaceChange> wishes;
    PaceChange smoothing;
    for (std::size_t k = 0; k < paceLimits; ++k) {
        const auto limit = static_cast<PaceLimit>(k);
        const auto& member = nearest.of(limit);
        if (!member)
            continue;
        const auto with = family.with(family.pace(*member));
        ways.reasons.push_back(shortSentence(limit, *member, with));
        wishes.push_back(relaxed(limit, with));
        if (limit == PaceLimit::Freshness)
            smoothing = lessSmoothing(with);
    }
    if (wishes.empty() && nearest.ofAll()) {
        ways.reasons.push_back(
            "Even the nearest is " + verdictText(nearest.ofAll()->figures) + ".");
        wishes.push_back(relaxedAll(*nearest.ofAll(), family.with(family.pace(*nearest.ofAll()))));
    }
    std::vector<PaceChange> changes{noWaits(in, plain), rarerLines(plain), std::move(smoothing)};
    changes.insert(changes.end(), wishes.begin(), wishes.end());
    for (auto& change : changes) {
        if (!isWanted())
            return std::nullopt;
        if (change && fits(in, *change, isWanted))
            ways.fixes.push_back(*std::move(change));
    }
    for (auto& board : fasterBoards(in)) { // the first that does it
        if (!isWanted())
            return std::nullopt;
        if (!fits(in, *board, isWanted))
            continue;
        ways.fixes.push_back(*std::move(board));
        break;
    }
    return ways;
}

} // namespace fern
