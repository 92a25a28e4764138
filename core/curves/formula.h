#pragma once
// Formulas of channels and settings: a small tree that knows its dimensions.
//
//     house-battery * current + 0.5 W
//
// Numbers are in SI units unless a unit stands behind them. Operators + − * / ^ with a whole
// exponent, parentheses, abs, sqrt, min, max.

#include "base/result.h"
#include "base/units.h"

#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

class Formula {
public:
    struct Node;

    /// Reads a formula whose variables are among `names`, which may hold hyphens: the longest name
    /// counts. Error says what is wrong and at which character.
    static Result<Formula> parse(std::string_view text, const std::vector<std::string>& names);

    /// Returns the dimension of the value. Error when unlike things are added, compared or when a
    /// root is not whole.
    Result<Dimension> dimension(
        const std::function<Dimension(std::string_view name)>& dimensionOf) const;

    /// Returns the value in SI units; NaN where it has none.
    double value(const std::function<double(std::string_view name)>& valueOf) const;

    /// Returns every variable once, in the order of their names.
    std::vector<std::string> variables() const;

private:
    std::shared_ptr<const Node> m_root;
};

} // namespace fern
