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

template <class Real, class ValueOf> Real valueOfNode(const Node& node, const ValueOf& valueOf)
{
    constexpr Real nothing = std::numeric_limits<Real>::quiet_NaN();
    const auto at = [&](std::size_t i) { return valueOfNode<Real>(node.arguments[i], valueOf); };
    switch (node.op) {
    case Op::Number:
        return static_cast<Real>(node.number);
    case Op::Variable:
        return static_cast<Real>(valueOf(node.name));
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
    case Op::Max:
        break;
    }
    const Real a = at(0);
    const Real b = at(1);
    if (std::isnan(a) || std::isnan(b))
        return nothing;
    return node.op == Op::Min ? std::min(a, b) : std::max(a, b);
}

std::string nodeInC(const Node& node, const FormulaInC& c)
{
    std::vector<std::string> parts;
    for (const auto& argument : node.arguments)
        parts.push_back(nodeInC(argument, c));
    const auto call = [&](std::string_view function) {
        return fmt::format("{}({})", function, fmt::join(parts, ", "));
    };
    const std::string suffix = c.isSingle ? "f" : "";
    switch (node.op) {
    case Op::Number:
        return c.numberOf(node.number);
    case Op::Variable:
        return c.nameOf(node.name);
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
        return call(c.prefix + "least");
    case Op::Max:
        return call(c.prefix + "most");
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
});

} // namespace

double Formula::value(const std::function<double(std::string_view)>& valueOf) const
{
    return valueOfNode<double>(*m_root, valueOf);
}

float Formula::valueInFloat(const std::function<double(std::string_view)>& valueOf) const
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
