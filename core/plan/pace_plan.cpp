#include "plan/pace_plan.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "judge/readable.h"
#include "plan/pace_ways.h"
#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include <fmt/format.h>

namespace fern {

const PaceMember* bestOf(const std::vector<PaceMember>& kept)
{
    constexpr double freshGrain = 0.05, loadGrain = 0.01;
    std::vector<const PaceMember*> left;
    left.reserve(kept.size());
    for (const auto& member : kept)
        left.push_back(&member);
    const auto keepLeast = [&left](const auto& of, double grain) {
        double least = std::numeric_limits<double>::infinity();
        for (const auto* member : left)
            least = std::min(least, static_cast<double>(of(*member)));
        std::erase_if(left, [&](const PaceMember* member) { return of(*member) > least + grain; });
    };
    const auto asked = [](const PaceMember& m) { return m.figures.of(PaceLimit::Freshness); };
    const auto load = [](const PaceMember& m) { return m.figures.load; };
    keepLeast([](const PaceMember& m) { return m.hurried; }, 0);
    keepLeast([](const PaceMember& m) { return m.flashes; }, 0);
    keepLeast(asked, freshGrain);
    keepLeast(load, loadGrain);
    keepLeast([](const PaceMember& m) { return m.effort; }, 0);
    keepLeast([](const PaceMember& m) { return m.idle; }, 0);
    keepLeast(asked, 0);
    keepLeast(load, 0);
    return left.empty() ? nullptr : left.front();
}

namespace {

/// Members that no other one beats in both freshness and load.
class Frontier {
public:
    void take(const PaceMember& member)
    {
        const double asked = member.figures.of(PaceLimit::Freshness);
        const double load = member.figures.load;
        const auto isBeaten = [](double a, double b) { return a >= b * (1 - 1e-9); };
        for (const auto& other : m_members)
            if (isBeaten(asked, other.figures.of(PaceLimit::Freshness))
                && isBeaten(load, other.figures.load)
                && (other.effort <= member.effort || asked > other.figures.of(PaceLimit::Freshness)
                    || load > other.figures.load))
                return;
        std::erase_if(m_members, [&](const PaceMember& other) {
            return isBeaten(other.figures.of(PaceLimit::Freshness), asked)
                && isBeaten(other.figures.load, load);
        });
        m_members.push_back(member);
    }
    std::vector<PaceMember> freshestFirst() &&
    {
        std::sort(m_members.begin(), m_members.end(), [](const auto& a, const auto& b) {
            return a.figures.of(PaceLimit::Freshness) < b.figures.of(PaceLimit::Freshness);
        });
        return std::move(m_members);
    }

private:
    std::vector<PaceMember> m_members;
};

/// Some of all members, evenly over the family.
class SomeDots {
public:
    void take(const PaceMember& member)
    {
        constexpr std::size_t most = 400;
        if (m_seen++ % m_each != 0)
            return;
        m_dots.push_back({member.figures.of(PaceLimit::Freshness), member.figures.load});
        if (m_dots.size() < most)
            return;
        m_each *= 2;
        for (std::size_t i = 0; i < m_dots.size() / 2; ++i)
            m_dots[i] = m_dots[2 * i];
        m_dots.resize(m_dots.size() / 2);
    }
    std::vector<PaceDot> all() && { return std::move(m_dots); }

private:
    std::vector<PaceDot> m_dots;
    std::size_t m_seen = 0, m_each = 1;
};

PacePoint pointOf(const PaceFamily& family, const PaceMember& member)
{
    auto pace = family.pace(member);
    auto words = paceWords(family.plain(), pace);
    return {std::move(pace), member.figures, std::move(words)};
}

std::string percentText(double share)
{
    return fmt::format("{} %", significantText(100 * share, 2));
}

std::string oldestSentence(const PlainInstrument& in, const PaceFigures& figures)
{
    if (figures.oldest.seconds <= 0)
        return "No number is shown, so no freshness limits the redraws.";
    return fmt::format("The oldest number is {} on {}, {} of the {} that are wished.",
        durationText(figures.oldest.seconds), in.displays[figures.oldest.display].id,
        percentText(figures.of(PaceLimit::Freshness)),
        durationText(in.channels[figures.oldest.channel].freshnessSeconds));
}

/// What the ends of the frontier gain, and what they cost; nothing of what is not worth a word.
void addOthers(PacePlan& plan)
{
    constexpr double word = 0.01;
    const auto& own = plan.chosen->figures;
    const auto differs = [&](const PacePoint& other, double sign) {
        const double younger =
            sign * (own.of(PaceLimit::Freshness) - other.figures.of(PaceLimit::Freshness));
        const double load = sign * (other.figures.load - own.load);
        return younger > word && load > word ? std::optional(std::pair(younger, load))
                                             : std::nullopt;
    };
    if (const auto gain = differs(plan.frontier.front(), 1))
        plan.reasons.push_back(
            fmt::format("Numbers younger by {} of the wish would cost {} more of the processor.",
                percentText(gain->first), percentText(gain->second)));
    if (const auto loss = differs(plan.frontier.back(), -1))
        plan.reasons.push_back(
            fmt::format("Numbers older by {} of the wish would save {} of the processor.",
                percentText(loss->first), percentText(loss->second)));
}

void addReasons(PacePlan& plan, const PaceFamily& family)
{
    const auto& chosen = *plan.chosen;
    const auto& in = family.plain();
    plan.reasons.push_back(oldestSentence(in, chosen.figures));
    const auto with = family.with(chosen.pace);
    for (const auto& c : with.channels)
        if (const auto demand = pulseDemand(with, c); demand.possibleHertz > 0)
            plan.reasons.push_back(fmt::format("{} is counted up to {} {}, {} are wished.", c.name,
                significantText(demand.possibleHertz / c.source.pulses.perUnit, 2), c.unit.name,
                significantText(demand.wishedHertz / c.source.pulses.perUnit, 2)));
    std::map<std::string, std::string> usual; // displays, by why
    for (std::size_t i = 0; i < in.displays.size(); ++i) {
        const auto eyes = readableOf(in, in.displays[i]);
        const bool isPaper = in.displays[i].firmware->setup().part.kind() == DisplayKind::Paper;
        if (isPaper)
            plan.reasons.push_back(fmt::format(
                "{} flashes with each refresh: as rarely as the wish allows.", in.displays[i].id));
        const double every = chosen.pace.displays[i].everySeconds;
        if (!isPaper && every > 0 && std::fabs(every - eyes.usualSeconds) < 1e-9)
            usual[eyes.words] += (usual[eyes.words].empty() ? "" : ", ") + in.displays[i].id;
    }
    for (const auto& [why, displays] : usual)
        plan.reasons.push_back(fmt::format("As often as is usual: {}. {}", displays, why));
    plan.reasons.push_back(fmt::format("The processor is busy {} of its time, its busiest bus {}.",
        percentText(chosen.figures.load), percentText(chosen.figures.of(PaceLimit::Bus) / 2)));
    addOthers(plan);
}

} // namespace

std::optional<PacePlan> planPace(
    const Instrument& instrument, const PaceFamily& family, const std::function<bool()>& isWanted)
{
    const auto& plain = family.plain();
    PacePlan plan;
    plan.now.pace = paceOf(plain);
    plan.now.figures = family.figures(plan.now.pace);
    plan.now.words = paceWords(plain, plan.now.pace);
    Frontier frontier;
    SomeDots dots;
    Nearest nearest;
    std::vector<PaceMember> kept;
    const bool isDone = family.visit(
        [&](const PaceMember& member) {
            ++plan.tried;
            nearest.take(member);
            if (!member.figures.keepsAll())
                return true;
            kept.push_back(member);
            frontier.take(member);
            dots.take(member);
            return true;
        },
        isWanted);
    if (!isDone)
        return std::nullopt;
    for (const auto& member : std::move(frontier).freshestFirst())
        plan.frontier.push_back(pointOf(family, member));
    plan.dots = std::move(dots).all();
    plan.kept = kept.size();
    if (const auto* best = bestOf(kept)) {
        plan.chosen = pointOf(family, *best);
        addReasons(plan, family);
        return plan;
    }
    if (plan.now.figures.keepsAll()) { // in a way that was left out of a large family
        plan.chosen = plan.now;
        plan.frontier = {plan.now};
        addReasons(plan, family);
        return plan;
    }
    auto ways = waysOut(instrument, family, nearest, isWanted);
    if (!ways)
        return std::nullopt;
    plan.reasons = std::move(ways->reasons);
    plan.waysOut = std::move(ways->fixes);
    return plan;
}

} // namespace fern
