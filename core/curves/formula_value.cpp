// What a formula gives, in either kind of float that boards have, and the same as C.

#include "curves/formula_node.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>
#include <limits>

#include <fmt/format.h>

namespace fern {

namespace {

using Op = FormulaOp;
using Node = Formula::Node;

/// By multiplication, so that every machine gives the same digits.
template <class Real> Real power(Real base, int exponent)
{
    Real product = 1;
    for (int i = std::abs(exponent); i > 0; --i)
        product *= base;
    if (exponent >= 0)
        return product;
    return product == 0 ? std::numeric_limits<Real>::quiet_NaN() : 1 / product;
}

/// 1 or 0, NaN where one side is unknown.
template <class Real, class Test> Real truth(Real a, Real b, Test test)
{
    if (std::isnan(a) || std::isnan(b))
        return std::numeric_limits<Real>::quiet_NaN();
    return test(a, b) ? Real{1} : Real{0};
}

template <class Real, class ValueOf> Real valueOfNode(const Node& node, const ValueOf& valueOf)
{
    constexpr Real nothing = std::numeric_limits<Real>::quiet_NaN();
    const auto at = [&](std::size_t i) { return valueOfNode<Real>(node.arguments[i], valueOf); };
    switch (node.op) {
    case Op::Number:
        return static_cast<Real>(node.number);
    case Op::Variable:
        return static_cast<Real>(valueOf(node.variable, node.asks));
    case Op::Add:
        return at(0) + at(1);
    case Op::Subtract:
        return at(0) - at(1);
    case Op::Multiply:
        return at(0) * at(1);
    case Op::Divide: {
        const Real below = at(1);
        return below == 0 ? nothing : at(0) / below;
    }
    case Op::Power:
        return power(at(0), static_cast<int>(node.number));
    case Op::Negate:
        return -at(0);
    case Op::Abs:
        return std::fabs(at(0));
    case Op::Sqrt:
        return std::sqrt(at(0)); // NaN below zero
    case Op::Ln: {
        const Real x = at(0);
        return x > 0 ? std::log(x) : nothing;
    }
    case Op::Exp:
        return std::exp(at(0));
    case Op::Min:
    case Op::Max: {
        Real best = at(0);
        for (std::size_t i = 1; i < node.arguments.size(); ++i) {
            const Real next = at(i);
            if (std::isnan(best) || std::isnan(next))
                return nothing;
            best = node.op == Op::Min ? std::min(best, next) : std::max(best, next);
        }
        return best;
    }
    case Op::Less:
        return truth(at(0), at(1), [](Real a, Real b) { return a < b; });
    case Op::LessEqual:
        return truth(at(0), at(1), [](Real a, Real b) { return a <= b; });
    case Op::Equal:
        return truth(at(0), at(1), [](Real a, Real b) { return a == b; });
    case Op::NotEqual:
        return truth(at(0), at(1), [](Real a, Real b) { return a != b; });
    case Op::Not:
        return truth(at(0), Real{0}, [](Real a, Real zero) { return a == zero; });
    case Op::And:
    case Op::Or: {
        // What one side decides alone does not need the other one.
        const Real a = at(0);
        const Real b = at(1);
        const bool deciding = node.op == Op::Or;
        const auto decides = [&](Real x) { return !std::isnan(x) && (x != 0) == deciding; };
        if (decides(a) || decides(b))
            return deciding ? 1 : 0;
        return std::isnan(a) || std::isnan(b) ? nothing : deciding ? Real{0} : Real{1};
    }
    case Op::Choice: {
        const Real condition = at(0);
        return std::isnan(condition) ? nothing : condition != 0 ? at(1) : at(2);
    }
    }
    return nothing;
}

std::string nodeInC(const Node& node, const FormulaInC& c)
{
    std::vector<std::string> parts;
    for (const auto& argument : node.arguments)
        parts.push_back(nodeInC(argument, c));
    const auto call = [&](std::string_view function) {
        return fmt::format("{}({})", function, fmt::join(parts, ", "));
    };
    const auto pairwise = [&](std::string_view function) {
        auto text = parts[0];
        for (std::size_t i = 1; i < parts.size(); ++i)
            text = fmt::format("{}{}({}, {})", c.prefix, function, text, parts[i]);
        return text;
    };
    const std::string suffix = c.isSingle ? "f" : "";
    switch (node.op) {
    case Op::Number:
        return c.numberOf(node.number);
    case Op::Variable:
        return c.nameOf(node.name, node.asks);
    case Op::Add:
        return fmt::format("({} + {})", parts[0], parts[1]);
    case Op::Subtract:
        return fmt::format("({} - {})", parts[0], parts[1]);
    case Op::Multiply:
        return fmt::format("({} * {})", parts[0], parts[1]);
    case Op::Divide:
        return call(c.prefix + "quotient");
    case Op::Power:
        return fmt::format("{}power({}, {})", c.prefix, parts[0], static_cast<int>(node.number));
    case Op::Negate:
        return fmt::format("(-{})", parts[0]);
    case Op::Abs:
        return call("fabs" + suffix);
    case Op::Sqrt:
        return call("sqrt" + suffix);
    case Op::Ln:
        return call(c.prefix + "ln");
    case Op::Exp:
        return call("exp" + suffix);
    case Op::Min:
        return pairwise("least");
    case Op::Max:
        return pairwise("most");
    case Op::Less:
        return call(c.prefix + "less");
    case Op::LessEqual:
        return call(c.prefix + "at_most");
    case Op::Equal:
        return call(c.prefix + "equal");
    case Op::NotEqual:
        return call(c.prefix + "unequal");
    case Op::Not:
        return call(c.prefix + "not_true");
    case Op::And:
        return call(c.prefix + "both");
    case Op::Or:
        return call(c.prefix + "either");
    case Op::Choice:
        return call(c.prefix + "choice");
    }
    return {};
}

struct Helper {
    std::string_view name;
    std::string_view text; ///< {0} the type, {1} the suffix of its functions, {2} the prefix
};
constexpr auto helpers = std::to_array<Helper>({
    {"quotient",
        "static {0} {2}quotient({0} a, {0} b)\n{{\n    return b == 0 ? NAN : a / b;\n}}\n"},
    {"power",
        "static {0} {2}power({0} base, int exponent)\n{{\n    {0} product = 1;\n    int i;\n"
        "    for (i = exponent < 0 ? -exponent : exponent; i > 0; --i)\n"
        "        product *= base;\n"
        "    return exponent >= 0 ? product : product == 0 ? NAN : 1 / product;\n}}\n"},
    {"ln", "static {0} {2}ln({0} x)\n{{\n    return x > 0 ? log{1}(x) : NAN;\n}}\n"},
    {"least",
        "static {0} {2}least({0} a, {0} b)\n{{\n    return a <= b ? a : b < a ? b : NAN;\n}}\n"},
    {"most",
        "static {0} {2}most({0} a, {0} b)\n{{\n    return a >= b ? a : b > a ? b : NAN;\n}}\n"},
    {"less",
        "static {0} {2}less({0} a, {0} b)\n{{\n    return a < b ? 1 : a >= b ? 0 : NAN;\n}}\n"},
    {"at_most",
        "static {0} {2}at_most({0} a, {0} b)\n{{\n    return a <= b ? 1 : a > b ? 0 : NAN;\n}}\n"},
    {"equal",
        "static {0} {2}equal({0} a, {0} b)\n{{\n"
        "    return a == b ? 1 : a < b || a > b ? 0 : NAN;\n}}\n"},
    {"unequal",
        "static {0} {2}unequal({0} a, {0} b)\n{{\n"
        "    return a == b ? 0 : a < b || a > b ? 1 : NAN;\n}}\n"},
    {"not_true",
        "static {0} {2}not_true({0} a)\n{{\n"
        "    return a == 0 ? 1 : a < 0 || a > 0 ? 0 : NAN;\n}}\n"},
    {"both",
        "static {0} {2}both({0} a, {0} b)\n{{\n"
        "    return a == 0 || b == 0 ? 0 : isnan(a) || isnan(b) ? NAN : 1;\n}}\n"},
    {"either",
        "static {0} {2}either({0} a, {0} b)\n{{\n"
        "    return a < 0 || a > 0 || b < 0 || b > 0 ? 1 : isnan(a) || isnan(b) ? NAN : 0;\n}}\n"},
    {"choice",
        "static {0} {2}choice({0} condition, {0} a, {0} b)\n{{\n"
        "    return condition == 0 ? b : isnan(condition) ? NAN : a;\n}}\n"},
});

} // namespace

double Formula::value(const FormulaValues& valueOf) const
{
    return valueOfNode<double>(*m_root, valueOf);
}

float Formula::valueInFloat(const FormulaValues& valueOf) const
{
    return valueOfNode<float>(*m_root, valueOf);
}

std::string Formula::inC(const FormulaInC& c) const
{
    return nodeInC(*m_root, c);
}

std::string Formula::helpersInC(const FormulaInC& c) const
{
    const auto expression = inC(c);
    std::string text;
    for (const auto& helper : helpers)
        if (expression.find(fmt::format("{}{}(", c.prefix, helper.name)) != std::string::npos)
            text += fmt::format(fmt::runtime(helper.text), c.isSingle ? "float" : "double",
                c.isSingle ? "f" : "", c.prefix);
    return text;
}

} // namespace fern
