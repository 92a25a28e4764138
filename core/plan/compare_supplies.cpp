#include "plan/comparison.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "judge/words.h"
#include "parts/catalogue.h"
#include "parts/power.h"

#include <algorithm>
#include <array>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::array<std::string_view, 6> supplyRules{"P11", "P12", "P16", "P23", "P24", "W05"};

/// Puts a battery or bank of the catalogue in the place of the present one.
Result<Instrument> withStore(const Instrument& in, const CatalogueEntry& entry)
{
    const auto* now = mainSource(in.parts);
    auto part = entry.part;
    part.name = shortTitle(entry);
    if (now == nullptr)
        return withPartAdded(in, std::move(part));
    part.id = now->id;
    return withPart(in, part);
}

/// What the rules of supplies say; the worst first.
std::vector<Finding> supplyFindings(const Instrument& in, const PlainInstrument& plain)
{
    std::vector<Finding> findings;
    for (const auto& rule : rules())
        if (std::find(supplyRules.begin(), supplyRules.end(), rule.id) != supplyRules.end())
            rule.check(in, plain, findings);
    std::stable_sort(findings.begin(), findings.end(),
        [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
    return findings;
}

std::string holds(const Part& part)
{
    return isStore(part) ? significantText(energyOf(part) / 3600, 3) + " Wh" : "no end";
}

/// A way with what decides about it.
struct Judged {
    Way way;
    bool isGood = false; ///< no rule speaks against it
    double energy = 0; ///< joule; 0 for a supply from outside, which is the least to carry
};

Judged judged(const Instrument& in, const PlainInstrument& plain, const Part& store, Way way)
{
    PlainInstrument then = plain;
    then.runTime = runTimeOf(in.parts);
    const auto findings = supplyFindings(in, then);
    way.cells = {voltText(outputVolts(store)), holds(store),
        !isStore(store)                      ? "while it is on"
            : then.runTime.averageAmpere > 0 ? hoursText(then.runTime.seconds())
                                             : "no load told",
        findings.empty() ? "nothing" : findings.front().title};
    return {std::move(way), findings.empty(), isStore(store) ? energyOf(store) : 0};
}

/// The least energy that serves; what is there stays unless half of it is enough.
std::optional<std::size_t> bestOf(const std::vector<Judged>& all)
{
    std::optional<std::size_t> best;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i].isGood && (!best || all[i].energy < all[*best].energy))
            best = i;
    const bool isNowGood = !all.empty() && all[0].way.isNow && all[0].isGood;
    return isNowGood && all[*best].energy > all[0].energy / 2 ? 0 : best;
}

} // namespace

std::vector<Comparison> compareSupplies(const Instrument& in, const PlainInstrument& plain)
{
    const bool hasBoard = std::any_of(in.parts.begin(), in.parts.end(),
        [](const auto& part) { return part->kind == PartKind::Board; });
    if (!hasBoard)
        return {};
    std::vector<Judged> all;
    const auto* now = mainSource(in.parts);
    if (now != nullptr)
        all.push_back(judged(in, plain, *now, {partName(*now), {}, {}, true, now->className, {}}));
    for (const auto& entry : catalogue()) {
        if (!isStore(entry.part) || (now != nullptr && entry.part.className == now->className))
            continue;
        const auto then = withStore(in, entry);
        if (!then)
            continue;
        all.push_back(judged(*then, plain, entry.part,
            {entry.title, {}, {}, false, entry.part.className,
                {"Take " + entry.title,
                    [&entry](const Instrument& before) { return withStore(before, entry); }}}));
    }
    Comparison c;
    c.place = now == nullptr ? "/parts" : fmt::format("/parts/{}/supply", now->id);
    c.question = "Which supply?";
    c.context = plain.wishedSeconds > 0 ? hoursText(plain.wishedSeconds) + " are wished"
                                        : std::string("no hours are wished");
    c.columns = {"gives", "holds", "runs", "speaks against it"};
    const auto best = bestOf(all);
    for (auto& each : all)
        c.ways.push_back(std::move(each.way));
    c.recommended = best;
    c.reason = !best ? "None fits as it is: each row says what speaks against it."
        : c.ways[*best].isNow
        ? fmt::format(
            "{}: it runs {}, no rule speaks against it, and none that serves has half its "
            "energy or less.",
            c.ways[*best].title, c.ways[*best].cells[2])
        : fmt::format("{}: it runs {}, no rule speaks against it, and none that serves is smaller.",
            c.ways[*best].title, c.ways[*best].cells[2]);
    return {c};
}

} // namespace fern
