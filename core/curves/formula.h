#pragma once
// Formulas of channels and settings: a small tree that knows its dimensions.
//
//     house-battery * current + 0.5 W
//
// Numbers are in SI units unless a unit stands behind them. Operators + − * / ^ with a whole
// exponent, parentheses, abs, sqrt, ln, exp, min, max; < <= > >= == !=, "not", "and", "or", whose
// values are 1, 0 or, where something is unknown, NaN; "c ? x : y"; previous(x) and age(x) of a
// channel.

#include "base/result.h"
#include "base/units.h"

#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace fern {

/// What a formula wants of a variable.
enum class FormulaAsks {
    Now, ///< its value
    Previous, ///< its value when the formula was worked out last
    Age, ///< seconds since it was sampled
    // What it was on its way:
    Pin, ///< volts
    Reading, ///< code or count
    Scaled, ///< before it was smoothed
    Entry, ///< of a setting: what is being typed, else its value
};

struct FormulaQuestion {
    FormulaAsks asks;
    std::string_view word; ///< before the parenthesis with the name; empty: the name alone
    std::string_view suffix; ///< of an identifier in exported code
};
/// In the order of FormulaAsks.
inline constexpr auto formulaQuestions = std::to_array<FormulaQuestion>({
    {FormulaAsks::Now, "", "_now"},
    {FormulaAsks::Previous, "previous", "_before"},
    {FormulaAsks::Age, "age", "_age"},
    {FormulaAsks::Pin, "pin", "_pin"},
    {FormulaAsks::Reading, "reading", "_reading"},
    {FormulaAsks::Scaled, "scaled", "_scaled"},
    {FormulaAsks::Entry, "entry", "_entry"},
});

/// Gives a variable, by its place among the names that the formula was read with, in SI units; NaN
/// for none.
using FormulaValues = std::function<double(std::size_t variable, FormulaAsks asks)>;

/// Whether a formula may ask for more than the values of now.
enum class FormulaOf { Reading, Channels };

/// How a formula is written in C.
struct FormulaInC {
    bool isSingle = true; ///< float, else double
    std::string prefix; ///< of the helper functions
    std::function<std::string(double)> numberOf; ///< of a constant
    std::function<std::string(std::string_view, FormulaAsks)> nameOf; ///< of a variable
};

class Formula {
public:
    struct Node;

    /// Reads a formula whose variables are among `names`, which may hold hyphens: the longest name
    /// counts. Error says what is wrong and at which character.
    static Result<Formula> parse(std::string_view text, const std::vector<std::string>& names,
        FormulaOf of = FormulaOf::Channels);

    /// Returns the dimension of the value. Error when unlike things are added, compared or when a
    /// root is not whole.
    Result<Dimension> dimension(
        const std::function<Dimension(std::string_view name)>& dimensionOf) const;

    /// Returns the value in SI units; NaN where it has none.
    double value(const FormulaValues& valueOf) const;
    /// The same, computed in 32-bit float at every step.
    float valueInFloat(const FormulaValues& valueOf) const;

    /// Returns it as an expression of C that gives the same digits; it may call helpers and what
    /// math.h declares.
    std::string inC(const FormulaInC& c) const;
    /// Returns the helpers that the expression calls.
    std::string helpersInC(const FormulaInC& c) const;

    /// Returns every variable once, in the order of their names.
    std::vector<std::string> variables() const;
    /// Returns what is asked of variables, each once: first by name, then by what is asked.
    std::vector<std::pair<std::string, FormulaAsks>> asked() const;

    const std::string& text() const { return m_text; }
    /// Formulas of one text read under other names count as equal.
    bool operator==(const Formula& other) const { return m_text == other.m_text; }

private:
    std::string m_text;
    std::shared_ptr<const Node> m_root;
};

} // namespace fern
