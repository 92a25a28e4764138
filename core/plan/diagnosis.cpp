#include "plan/diagnosis.h"

#include "base/number_text.h"
#include "instrument/calibration_edits.h"
#include "plan/shown_model.h"
#include "run/channel_run.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include <fmt/format.h>

namespace fern {

namespace {

/// How much likelier than chance what is known must make the pairs. Were the numbers drawn by
/// chance, the mean of that ratio would be 1 at most, so that it is so large in at most one of as
/// many such draws (Markov's inequality).
constexpr double evidence = 7;
/// Most factors are near 1; some are far from it.
constexpr double nearFactor = 1.5;
constexpr double farFactor = 2000;
/// The weight of the fitted mistakes, beside the others'.
constexpr double fittedWeights = 5;
/// The share of belief that two mistakes together have, of all that is known.
constexpr double doubles = 0.3;

/// A mistake, two of them, or a fitted one, and how likely it makes the pairs.
struct Candidate {
    Mistakes known; ///< empty of a fitted one
    std::optional<Mistake> fitted;
    double believed = 0; ///< weight before the pairs, times their likelihood
    std::vector<double> predicted;
};

/// What the file scales with, from then on another factor.
Fix withFactor(const PlainChannel& c, double factor)
{
    auto spec = c.scaling;
    if (spec.kind == ScalingKind::FromParts) {
        const auto nominal = nominalScalingOf(c);
        spec = {};
        spec.kind = ScalingKind::Linear;
        spec.gain = nominal.gain;
        spec.offset = nominal.offset;
    }
    spec.gain *= factor;
    spec.offset *= factor;
    spec.calibration.clear();
    return {"Correct the factor",
        [id = c.id, spec](const Instrument& in) { return withScaling(in, id, spec); }};
}

Fix withTare(const PlainChannel& c, double tare)
{
    auto spec = c.scaling;
    spec.tare += tare;
    spec.calibration.clear();
    return {"Take it off as tare",
        [id = c.id, spec](const Instrument& in) { return withScaling(in, id, spec); }};
}

/// The figures with which a pair is shown.
struct FigureRange {
    double least = 0, most = 0;
};

/// A change with one unknown figure, for which every value from `least` to `most` is as likely.
struct Family {
    double least = 0, most = 1; ///< of the figure
    double weight = rareMistake;
    bool hasSpecimen = false; ///< the parts' tolerance acts beside it
    /// The figures with which a right value of `base`, give or take `half`, is shown as it is.
    std::function<FigureRange(const ShownExpected&, double base, double half)> fitting;
    std::function<double(double figure, double base)> shown;
    std::function<Mistake(double figure)> told;
};

/// One factor on everything, at most so large or as small, in its logarithm: a resistor or a
/// reference is another one.
Family factorFamily(const PlainChannel& c, double largest, double weight)
{
    const bool isLinear = c.scaling.kind == ScalingKind::FromParts
        ? nominalScalingOf(c).form == ScalingForm::Curve && !isResistive(c.input.sensor)
        : c.scaling.kind == ScalingKind::Linear;
    return {-std::log(largest), std::log(largest), weight, false,
        [](const ShownExpected& pair, double base, double half) {
            const auto [low, high] =
                std::minmax({(pair.shown - half) / base, (pair.shown + half) / base});
            constexpr double tiny = 1e-9; // no factor is less
            return FigureRange{std::log(std::max(tiny, low)), std::log(std::max(tiny, high))};
        },
        [](double figure, double base) { return std::exp(figure) * base; },
        [&c, isLinear](double figure) {
            const double factor = std::exp(figure);
            return Mistake{"factor",
                fmt::format("everything is {} times what it should be", significantText(factor, 4)),
                "a resistor, the reference or the factor is another one: calibrate, or correct it",
                isLinear ? std::optional(withFactor(c, 1 / factor)) : std::nullopt};
        }};
}

/// One constant on everything.
Family constantFamily(const PlainChannel& c)
{
    const double span = fromSi(c.to, c.unit) - fromSi(c.from, c.unit);
    return {-span, span, 2 * commonMistake, true,
        [](const ShownExpected& pair, double base, double half) {
            return FigureRange{pair.shown - base - half, pair.shown - base + half};
        },
        [](double figure, double base) { return base + figure; },
        [&c](double figure) {
            return Mistake{"constant",
                fmt::format("{} {} everywhere", significantText(std::fabs(figure), 3),
                    figure > 0 ? "too much" : "too little"),
                "there is no tare, or an offset is missing", withTare(c, figure)};
        }};
}

/// The same is shown whatever it should be: near the range.
Family stuckFamily(const PlainChannel& c)
{
    const double span = fromSi(c.to, c.unit) - fromSi(c.from, c.unit);
    return {fromSi(c.from, c.unit) - span, fromSi(c.to, c.unit) + span, rareMistake, false,
        [](const ShownExpected& pair, double /*base*/, double /*half*/) {
            return FigureRange{pair.shown - pair.digit / 2, pair.shown + pair.digit / 2};
        },
        [](double figure, double /*base*/) { return figure; },
        [](double figure) {
            return Mistake{"stuck",
                fmt::format("it shows {} whatever it should", significantText(figure, 4)),
                "the wire is off, another pin is read, or nothing is read anew", std::nullopt};
        }};
}

/// The same is shown at any speed, of any size: it depends on the loop alone.
Family looksFamily()
{
    static constexpr double least = 1e-3;
    static constexpr double most = 1e6;
    return {std::log(least), std::log(most), commonMistake, false,
        [](const ShownExpected& pair, double /*base*/, double /*half*/) {
            return FigureRange{std::log(std::max(least, pair.shown - pair.digit / 2)),
                std::log(std::max(least, pair.shown + pair.digit / 2))};
        },
        [](double figure, double /*base*/) { return std::exp(figure); },
        [](double figure) {
            return Mistake{"looks",
                fmt::format("it shows {} at any speed", significantText(std::exp(figure), 4)),
                "each look while the level is high adds one: count rising edges", std::nullopt};
        }};
}

/// The figure that shows every pair while the parts are off by a factor, and how likely it makes
/// them.
struct Fitted {
    double figure = 0, likelihood = 0;
};
Fitted fittedAt(const Family& family, const ShownModel& model,
    const std::vector<ShownExpected>& pairs, double factor)
{
    double low = family.least;
    double high = family.most;
    double likelihood = 1; // a pair whose codes spread over many digits fits by less chance
    for (const auto& pair : pairs) {
        const double base = factor == 1 ? pair.expected : model.shown({}, pair.expected, factor);
        const double half = pair.digit / 2 + model.codes() * model.codeWorth(pair.expected);
        const auto figures = family.fitting(pair, base, half);
        low = std::max(low, figures.least);
        high = std::min(high, figures.most);
        const double spread =
            std::fabs(family.shown(figures.most, base) - family.shown(figures.least, base));
        likelihood *= pair.digit / std::max(pair.digit, spread);
    }
    if (!(low < high))
        return {};
    return {(low + high) / 2, likelihood * (high - low) / (family.most - family.least)};
}

/// Returns the fitted candidate, or none where no figure brings every pair near enough; a single
/// pair any figure would.
std::optional<Candidate> fittedBy(
    const Family& family, const ShownModel& model, const std::vector<ShownExpected>& pairs)
{
    if (pairs.size() < 2)
        return std::nullopt;
    constexpr int steps = 12; // on either side
    constexpr double reach = 3; // deviations
    Fitted best;
    double sum = 0;
    double weights = 0;
    const int last = family.hasSpecimen && model.spread() > 0 ? steps : 0;
    for (int i = -last; i <= last; ++i) {
        const double deviations = last == 0 ? 0 : reach * i / last;
        const double weight = std::exp(-deviations * deviations / 2);
        const auto fitted = fittedAt(family, model, pairs, 1 + deviations * model.spread());
        weights += weight;
        sum += weight * fitted.likelihood;
        if (weight * fitted.likelihood > best.likelihood)
            best = {fitted.figure, weight * fitted.likelihood};
    }
    if (sum == 0)
        return std::nullopt;
    Candidate c;
    for (const auto& pair : pairs)
        c.predicted.push_back(family.shown(best.figure, pair.expected));
    c.fitted = family.told(best.figure);
    c.believed = family.weight * sum / weights;
    return c;
}

/// How likely chance makes what is shown: numbers of the wished range, of the whole range down to
/// zero, or of any size.
double chanceOf(const PlainChannel& c, const std::vector<ShownExpected>& pairs)
{
    const double from = fromSi(c.from, c.unit);
    const double to = fromSi(c.to, c.unit);
    const double whole = std::max(std::fabs(from), std::fabs(to)) * 1.1;
    double wished = 0.5;
    double any = 0.3;
    double wide = 0.2;
    for (const auto& pair : pairs) {
        wished *= pair.shown >= from && pair.shown <= to ? pair.digit / (to - from) : 0;
        any *= std::fabs(pair.shown) <= whole ? pair.digit / (from < 0 ? 2 * whole : whole) : 0;
        wide *= std::min(1.0, pair.digit / (2 * (std::fabs(pair.shown) + whole)));
    }
    return wished + any + wide;
}

/// What is looked for, each with its weight, which sum to 1.
std::vector<Candidate> candidatesOf(const std::vector<KnownMistake>& all, bool withDoubles)
{
    std::vector<Candidate> single;
    std::vector<Candidate> twice;
    double sumSingle = 0;
    double sumTwice = 0;
    for (std::size_t i = 0; i < all.size(); ++i) {
        single.push_back({{&all[i]}, {}, all[i].weight, {}});
        sumSingle += all[i].weight;
        for (std::size_t k = i + 1; withDoubles && k < all.size(); ++k)
            if (!all[i].isAlone && !all[k].isAlone
                && !(all[i].stage == MistakeStage::Scale && all[k].stage == MistakeStage::Scale)) {
                twice.push_back({{&all[i], &all[k]}, {}, all[i].weight * all[k].weight, {}});
                sumTwice += twice.back().believed;
            }
    }
    for (auto& c : single)
        c.believed *= (withDoubles ? 1 - doubles : 1) / (sumSingle + fittedWeights);
    for (auto& c : twice)
        c.believed *= doubles / sumTwice;
    single.insert(
        single.end(), std::make_move_iterator(twice.begin()), std::make_move_iterator(twice.end()));
    return single;
}

std::vector<Mistake> told(const Candidate& c)
{
    if (c.fitted)
        return {*c.fitted};
    std::vector<Mistake> mistakes;
    for (const auto* known : c.known)
        mistakes.push_back(known->mistake);
    return mistakes;
}

/// Whether two predict the same digits for all pairs, up to one factor within the parts' tolerance.
bool isAlike(const Candidate& a, const Candidate& b, const std::vector<ShownExpected>& pairs,
    double tolerance)
{
    double products = 0;
    double squares = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        products += a.predicted[i] * b.predicted[i] / (pairs[i].digit * pairs[i].digit);
        squares += a.predicted[i] * a.predicted[i] / (pairs[i].digit * pairs[i].digit);
    }
    const double ratio =
        squares > 0 ? std::clamp(products / squares, 1 - tolerance, 1 + tolerance) : 1;
    for (std::size_t i = 0; i < pairs.size(); ++i)
        if (!(std::fabs(a.predicted[i] * ratio - b.predicted[i]) <= pairs[i].digit))
            return false;
    return true;
}

double worstOf(const Candidate& c, const std::vector<ShownExpected>& pairs)
{
    double worst = 0;
    for (std::size_t i = 0; i < pairs.size(); ++i)
        worst = std::max(worst, std::fabs(c.predicted[i] - pairs[i].shown) / pairs[i].digit);
    return worst;
}

/// Puts what cannot be told apart into classes; `sum` is of all belief.
std::vector<Explanation> classesOf(std::vector<Candidate> found,
    const std::vector<ShownExpected>& pairs, double tolerance, double sum)
{
    std::stable_sort(found.begin(), found.end(),
        [](const Candidate& a, const Candidate& b) { return a.believed > b.believed; });
    std::vector<Explanation> classes;
    std::vector<const Candidate*> heads;
    for (const auto& c : found) {
        const auto head = std::find_if(heads.begin(), heads.end(),
            [&](const Candidate* h) { return isAlike(*h, c, pairs, tolerance); });
        if (head != heads.end()) {
            auto& its = classes[static_cast<std::size_t>(head - heads.begin())];
            its.alike.push_back(told(c));
            its.belief += c.believed / sum;
            continue;
        }
        heads.push_back(&c);
        classes.push_back({told(c), {}, c.believed / sum, worstOf(c, pairs), c.predicted});
    }
    std::stable_sort(classes.begin(), classes.end(),
        [](const Explanation& a, const Explanation& b) { return a.belief > b.belief; });
    constexpr double worthTelling = 0.01;
    while (classes.size() > 1 && classes.back().belief < worthTelling)
        classes.pop_back();
    return classes;
}

/// What misses the worst pair by the fewest digits.
std::optional<Explanation> nearestOf(const ShownModel& model, const std::vector<KnownMistake>& all,
    const std::vector<ShownExpected>& pairs)
{
    std::optional<Explanation> nearest;
    for (const auto& known : all) {
        const double missed = model.missedBy({&known}, pairs);
        if (!std::isfinite(missed) || (nearest && missed >= nearest->worst))
            continue;
        nearest = Explanation{{known.mistake}, {}, 0, missed, {}};
        for (const auto& pair : pairs)
            nearest->predicted.push_back(model.shown({&known}, pair.expected));
    }
    return nearest;
}

std::string sentenceOf(const Diagnosis& d)
{
    switch (d.state) {
    case DiagnosisState::ToCheck:
        return "One pair tells little: this is what to check. A second value far from it tells "
               "more.";
    case DiagnosisState::Explained:
        return fmt::format("Explained, with {:.0f} % of the belief.",
            std::min(99.0, std::floor(100 * d.explanations.front().belief)));
    case DiagnosisState::Unexplained:
        return d.nearest
            ? fmt::format("No known mistake explains this. The nearest is: {}; it misses by {} "
                          "last digits.",
                d.nearest->mistakes.front().words, significantText(d.nearest->worst, 2))
            : std::string("No known mistake explains this.");
    case DiagnosisState::Stopped:
        return "The search was stopped.";
    case DiagnosisState::Nothing:
        break;
    }
    return {};
}

} // namespace

double lastDigit(std::string_view number)
{
    const auto point = number.find('.');
    double digit = 1;
    if (point != std::string_view::npos)
        for (auto i = point + 1; i < number.size() && number[i] >= '0' && number[i] <= '9'; ++i)
            digit /= 10;
    return digit;
}

bool canDiagnose(const PlainChannel& channel)
{
    return channel.isAnalog()
        || !(isConverted(channel.source.kind) || givesCodes(channel.source.kind));
}

Diagnosis diagnose(const PlainChannel& channel, const std::vector<ShownExpected>& pairs,
    const std::stop_token& stop)
{
    constexpr std::size_t pairsForTwo = 3;
    Diagnosis d;
    if (!canDiagnose(channel) || pairs.empty())
        return d;
    const auto all = knownMistakes(channel);
    const ShownModel model(channel);
    std::vector<Candidate> found;
    double sum = 0;
    const auto keep = [&](Candidate c) {
        sum += c.believed;
        found.push_back(std::move(c));
    };
    for (auto& c : candidatesOf(all, pairs.size() >= pairsForTwo)) {
        if (stop.stop_requested()) {
            d.state = DiagnosisState::Stopped;
            d.sentence = sentenceOf(d);
            return d;
        }
        c.believed *= model.likelihood(c.known, pairs);
        if (c.believed <= 0)
            continue;
        for (const auto& pair : pairs)
            c.predicted.push_back(model.shown(c.known, pair.expected));
        keep(std::move(c));
    }
    const double weights = fittedWeights
        + std::accumulate(all.begin(), all.end(), 0.0,
            [](double weight, const KnownMistake& known) { return weight + known.weight; });
    for (const auto& family :
        {constantFamily(channel), factorFamily(channel, nearFactor, 1.5 * commonMistake),
            factorFamily(channel, farFactor, 0.5 * commonMistake),
            channel.source.kind == SourceKind::Pulses ? looksFamily() : stuckFamily(channel)})
        if (auto c = fittedBy(family, model, pairs)) {
            c->believed /= weights;
            keep(*std::move(c));
        }
    const double chance = chanceOf(channel, pairs);
    constexpr double indistinct = 3; // deviations of the parts
    if (pairs.size() == 1 || sum >= evidence * chance)
        d.explanations =
            classesOf(std::move(found), pairs, indistinct * model.spread(), sum + chance);
    d.state = d.explanations.empty() ? DiagnosisState::Unexplained
        : pairs.size() == 1          ? DiagnosisState::ToCheck
                                     : DiagnosisState::Explained;
    if (d.state == DiagnosisState::Unexplained)
        d.nearest = nearestOf(model, all, pairs);
    d.sentence = sentenceOf(d);
    return d;
}

double tellApart(const PlainChannel& channel, const std::vector<Explanation>& explanations)
{
    constexpr double none = std::numeric_limits<double>::quiet_NaN();
    if (explanations.size() < 2)
        return none;
    const auto all = knownMistakes(channel);
    const ShownModel model(channel);
    const auto known = [&](const Explanation& e) {
        Mistakes mistakes;
        for (const auto& mistake : e.mistakes)
            for (const auto& k : all)
                if (k.mistake.id == mistake.id)
                    mistakes.push_back(&k);
        return mistakes;
    };
    const auto first = known(explanations[0]);
    const auto second = known(explanations[1]);
    if (first.empty() || second.empty())
        return none;
    double best = none;
    double most = 0;
    constexpr int steps = 50;
    for (int i = 0; i <= steps; ++i) {
        const double at =
            fromSi(channel.from + (channel.to - channel.from) * i / steps, channel.unit);
        const double gap = std::fabs(model.shown(first, at) - model.shown(second, at));
        if (gap > most) {
            most = gap;
            best = at;
        }
    }
    return best;
}

} // namespace fern
