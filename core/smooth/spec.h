#pragma once
// What the file says about smoothing: a list of steps, each told its time step; with one table of
// the kinds of step.

#include "base/archive.h"

#include <array>
#include <string_view>
#include <vector>

namespace fern {

enum class StepKind {
    MovingAverage,
    Exponential,
    Median,
    SpikeGate, ///< holds while a sample stands out from the accepted ones
    SlewLimit, ///< follows no faster than a limit
    DeadBand, ///< holds until the input differs by so much
    StillBelow, ///< shows 0 under a threshold
    PeakHold,
    MinimumHold,
    DigitHysteresis, ///< rounds to a digit and lets go only well past its edge
    MainsCycles, ///< average over whole mains cycles
};
constexpr int longestWindow = 10001;
constexpr int longestGate = 101; ///< samples of a spike gate, which sorts them each time

struct StepSpec {
    StepKind kind = StepKind::Exponential;
    int window = 5; ///< N samples, of averages, medians and spike gates; a median's is odd
    bool byAlpha = false; ///< the exponential step is given by alpha instead of tau
    double alpha = 0.2; ///< 0 < alpha ≤ 1
    double tau = 1; ///< seconds; alpha = 1 − exp(−Δt/tau) for each sample's own Δt
    double k = 5; ///< of a spike gate: this many deviations stand out
    int refill = 5; ///< M: so many in a row on one side are a new level
    double least =
        0; ///< the least deviation that it takes, in the unit; 0: one step of the reading
    double limit =
        1; ///< slew: units a second; dead band, still below: units; last digit: its worth
    double beyond = 0.7; ///< of a last digit: how far the input goes before it changes, in digits
    double hold = 0; ///< of a peak or minimum: seconds before it begins again; 0: never
    double hertz = 50; ///< of the mains
    int cycles = 1;
    bool isOff = false; ///< kept in the list but passed over, for comparison
    Extras extras;

    bool operator==(const StepSpec&) const = default;
};

/// One figure of a step: its key in the file, and how it is typed.
struct StepFigure {
    std::string_view key;
    std::string_view word; ///< typed before it; empty: nothing
    double StepSpec::*number = nullptr; ///< or
    int StepSpec::*whole = nullptr;
    Range range = Range::positive();
    bool mayMiss = false; ///< in the file, while it is the usual one
    bool mayBeUnsaid = false; ///< where it is typed, while it is the usual one
};

/// Returns a figure of a step as a number.
inline double figureOf(const StepSpec& step, const StepFigure& figure)
{
    return figure.whole != nullptr ? step.*figure.whole : step.*figure.number;
}

struct StepTraits {
    StepKind kind;
    std::string_view word; ///< its name in the file, with which it begins where it is typed
    bool averages; ///< its figures follow by formula from its weights
    bool keepsWindow; ///< the last N samples as such
    std::array<StepFigure, 4> figures;
};

inline constexpr Range stepWindow{1, longestWindow};
inline constexpr Range stepGate{1, longestGate};

/// Every kind of step, in the enum's order. Of the exponential one's figures a step has one.
inline constexpr auto stepTraits = std::to_array<StepTraits>({
    {StepKind::MovingAverage, "moving average", true, true,
        {{{"N", "", nullptr, &StepSpec::window, stepWindow}}}},
    {StepKind::Exponential, "exponential", true, false,
        {{{"alpha", "alpha", &StepSpec::alpha, nullptr, {0, 1, true}},
            {"tau", "tau", &StepSpec::tau}}}},
    {StepKind::Median, "median", false, true,
        {{{"N", "", nullptr, &StepSpec::window, stepWindow}}}},
    {StepKind::SpikeGate, "spike gate", false, false,
        {{{"k", "", &StepSpec::k}, {"N", "", nullptr, &StepSpec::window, stepGate},
            {"M", "", nullptr, &StepSpec::refill, stepGate},
            {"least", "least", &StepSpec::least, nullptr, Range::notNegative(), true, true}}}},
    {StepKind::SlewLimit, "slew", false, false, {{{"perSecond", "", &StepSpec::limit}}}},
    {StepKind::DeadBand, "dead band", false, false, {{{"band", "", &StepSpec::limit}}}},
    {StepKind::StillBelow, "still below", false, false, {{{"below", "", &StepSpec::limit}}}},
    {StepKind::PeakHold, "peak hold", false, false,
        {{{"hold", "", &StepSpec::hold, nullptr, Range::notNegative(), false, true}}}},
    {StepKind::MinimumHold, "minimum hold", false, false,
        {{{"hold", "", &StepSpec::hold, nullptr, Range::notNegative(), false, true}}}},
    {StepKind::DigitHysteresis, "digit hysteresis", false, false,
        {{{"digit", "", &StepSpec::limit},
            {"beyond", "beyond", &StepSpec::beyond, nullptr, {0.5, 10}, false, true}}}},
    {StepKind::MainsCycles, "mains cycles", true, false,
        {{{"cycles", "", nullptr, &StepSpec::cycles, {1, 1000}},
            {"hertz", "hertz", &StepSpec::hertz, nullptr, {1, 1000}}}}},
});
constexpr std::size_t stepKinds = stepTraits.size();

namespace detail {
consteval bool stepsAreInOrder()
{
    for (std::size_t i = 0; i < stepKinds; ++i)
        if (static_cast<std::size_t>(stepTraits[i].kind) != i)
            return false;
    return static_cast<std::size_t>(StepKind::MainsCycles) + 1 == stepKinds;
}
consteval Words<stepKinds> wordsOfSteps()
{
    Words<stepKinds> words{};
    for (std::size_t i = 0; i < stepKinds; ++i)
        words[i] = stepTraits[i].word;
    return words;
}
} // namespace detail
static_assert(detail::stepsAreInOrder(), "every kind of step has its row, in order");
inline constexpr auto stepKindWords = detail::wordsOfSteps();

constexpr const StepTraits& traitsOf(StepKind kind)
{
    return stepTraits[static_cast<std::size_t>(kind)];
}
/// Returns whether a step averages: its figures then follow by formula from its weights.
constexpr bool isLinear(StepKind kind)
{
    return traitsOf(kind).averages;
}
/// Returns whether a step keeps the last N samples as such.
constexpr bool hasWindow(StepKind kind)
{
    return traitsOf(kind).keepsWindow;
}

/// Returns the figures that a step has.
inline std::vector<StepFigure> figuresOf(const StepSpec& step)
{
    std::vector<StepFigure> figures;
    for (const auto& figure : traitsOf(step.kind).figures)
        if (!figure.key.empty()
            && (step.kind != StepKind::Exponential || step.byAlpha == (figure.key == "alpha")))
            figures.push_back(figure);
    return figures;
}

template <class Archive> void describe(Archive& a, StepSpec& s)
{
    a.choice("step", s.kind, stepKindWords);
    if (Archive::isReading && s.kind == StepKind::Exponential)
        s.byAlpha = a.has("alpha");
    const StepSpec usual;
    for (const auto& figure : figuresOf(s)) {
        if (figure.mayMiss
            && (Archive::isReading ? !a.has(figure.key)
                                   : figureOf(s, figure) == figureOf(usual, figure)))
            continue;
        if (figure.whole != nullptr)
            a.integer(figure.key, s.*figure.whole, static_cast<int>(figure.range.least),
                static_cast<int>(figure.range.most));
        else
            a.number(figure.key, s.*figure.number, figure.range);
    }
    if (Archive::isReading && s.kind == StepKind::Median && s.window % 2 == 0)
        a.failAt("N", "a median needs an odd number of samples");
    // The key stands only in the steps that are off.
    if (Archive::isReading ? a.has("off") : s.isOff)
        a.boolean("off", s.isOff);
    a.extras(s.extras);
}

} // namespace fern
