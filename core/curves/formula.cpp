#include "curves/formula_node.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <optional>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

using Op = FormulaOp;
using Node = Formula::Node;

struct Function {
    std::string_view name;
    Op op;
    std::size_t arguments;
};
constexpr std::array<Function, 6> functions{{{"abs", Op::Abs, 1}, {"sqrt", Op::Sqrt, 1},
    {"ln", Op::Ln, 1}, {"exp", Op::Exp, 1}, {"min", Op::Min, 2}, {"max", Op::Max, 2}}};

constexpr int deepest = 100; ///< parentheses and signs inside one another

bool isLetter(char c)
{
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_'
        || static_cast<unsigned char>(c) >= 0x80;
}
bool isDigit(char c)
{
    return c >= '0' && c <= '9';
}

/// Reads by descent: sums of products of powers of single things.
class FormulaReader {
public:
    FormulaReader(std::string_view text, const std::vector<std::string>& names)
        : m_text(text)
        , m_names(names)
    {
    }

    Result<Node> read()
    {
        auto node = sum();
        skip();
        if (m_message.empty() && m_at < m_text.size())
            fail(fmt::format("\"{}\" is not expected here", m_text[m_at]));
        if (!m_message.empty())
            return Error{ErrorCode::InvalidArgument,
                fmt::format("{}, at character {}", m_message, m_failedAt + 1), ""};
        return node;
    }

private:
    void skip()
    {
        while (m_at < m_text.size() && m_text[m_at] == ' ')
            ++m_at;
    }
    bool takes(char c)
    {
        skip();
        if (m_at >= m_text.size() || m_text[m_at] != c)
            return false;
        ++m_at;
        return true;
    }
    Node fail(std::string message)
    {
        if (m_message.empty()) {
            m_message = std::move(message);
            m_failedAt = m_at;
        }
        m_at = m_text.size();
        return {};
    }
    /// Names what stands here, or says what is missing at the end.
    Node failAtHand(const char* atTheEnd)
    {
        skip();
        return fail(m_at < m_text.size() ? fmt::format("\"{}\" is not expected here", m_text[m_at])
                                         : atTheEnd);
    }
    static Node make(Op op, std::vector<Node> arguments)
    {
        Node node;
        node.op = op;
        node.arguments = std::move(arguments);
        return node;
    }

    Node sum()
    {
        auto left = product();
        while (true) {
            if (takes('+'))
                left = make(Op::Add, {std::move(left), product()});
            else if (takes('-'))
                left = make(Op::Subtract, {std::move(left), product()});
            else
                return left;
        }
    }
    Node product()
    {
        auto left = sign();
        while (true) {
            if (takes('*'))
                left = make(Op::Multiply, {std::move(left), sign()});
            else if (takes('/'))
                left = make(Op::Divide, {std::move(left), sign()});
            else
                return left;
        }
    }
    Node sign()
    {
        if (!takes('-'))
            return power();
        if (++m_depth > deepest)
            return fail("the formula is too deep");
        auto node = make(Op::Negate, {sign()});
        --m_depth;
        return node;
    }
    Node power()
    {
        auto base = single();
        if (!takes('^'))
            return base;
        const bool isNegative = takes('-');
        skip();
        int exponent = 0;
        const auto [end, failure] =
            std::from_chars(m_text.data() + m_at, m_text.data() + m_text.size(), exponent);
        if (failure != std::errc{} || exponent > 9
            || (end != m_text.data() + m_text.size() && *end == '.'))
            return fail("an exponent is a whole number up to 9");
        m_at = static_cast<std::size_t>(end - m_text.data());
        auto node = make(Op::Power, {std::move(base)});
        node.number = isNegative ? -exponent : exponent;
        return node;
    }
    Node single()
    {
        if (takes('(')) {
            if (++m_depth > deepest)
                return fail("the formula is too deep");
            auto node = sum();
            --m_depth;
            return takes(')') ? node : failAtHand("a closing parenthesis is missing");
        }
        skip();
        if (m_at < m_text.size() && (isDigit(m_text[m_at]) || m_text[m_at] == '.'))
            return number();
        if (m_at < m_text.size() && isLetter(m_text[m_at]))
            return named();
        return failAtHand("something is missing at the end");
    }
    /// A number, with its unit behind a blank.
    Node number()
    {
        Node node;
        const auto [end, failure] =
            std::from_chars(m_text.data() + m_at, m_text.data() + m_text.size(), node.number);
        if (failure != std::errc{})
            return fail("this is no number");
        m_at = static_cast<std::size_t>(end - m_text.data());
        const auto percent = m_text.find_first_not_of(' ', m_at);
        if (percent != std::string_view::npos && m_text[percent] == '%') {
            m_at = percent + 1;
            node.number /= 100;
            return node;
        }
        if (m_at + 1 >= m_text.size() || m_text[m_at] != ' ' || !isLetter(m_text[m_at + 1]))
            return node;
        // The unit is the longest stretch that is one: "3 km/h" but "3 m / x".
        auto to = m_at + 1;
        while (to < m_text.size()
            && (isLetter(m_text[to]) || isDigit(m_text[to]) || m_text[to] == '/'))
            ++to;
        for (; to > m_at + 1; --to)
            if (const auto unit = parseUnit(m_text.substr(m_at + 1, to - m_at - 1))) {
                node.number = toSi(node.number, *unit);
                node.dimension = unit->dimension;
                m_at = to;
                return node;
            }
        ++m_at;
        return fail("a unit is expected behind this number");
    }
    Node named()
    {
        auto to = m_at;
        while (to < m_text.size()
            && (isLetter(m_text[to]) || isDigit(m_text[to]) || m_text[to] == '-'))
            ++to;
        const auto word = m_text.substr(m_at, to - m_at);
        for (auto length = word.size(); length > 0; --length) {
            const auto name = word.substr(0, length);
            if (length < word.size() && word[length] != '-')
                continue; // a name ends only where a minus may begin
            if (std::find(m_names.begin(), m_names.end(), name) == m_names.end())
                continue;
            m_at += length;
            Node node;
            node.op = Op::Variable;
            node.name = name;
            return node;
        }
        for (const auto& function : functions)
            if (word == function.name) {
                m_at = to;
                return call(function);
            }
        return fail(fmt::format("there is nothing called \"{}\"", word));
    }
    Node call(const Function& function)
    {
        if (!takes('('))
            return fail(fmt::format("{} needs a parenthesis", function.name));
        if (++m_depth > deepest)
            return fail("the formula is too deep");
        auto node = make(function.op, {sum()});
        while (takes(','))
            node.arguments.push_back(sum());
        --m_depth;
        if (!takes(')'))
            return failAtHand("a closing parenthesis is missing");
        if (node.arguments.size() != function.arguments)
            return fail(fmt::format("{} takes {} value{}", function.name, function.arguments,
                function.arguments == 1 ? "" : "s"));
        return node;
    }

    std::string_view m_text;
    const std::vector<std::string>& m_names;
    std::size_t m_at = 0;
    int m_depth = 0;
    std::string m_message;
    std::size_t m_failedAt = 0;
};

/// The dimension with every exponent changed; none when one of them does not fit.
template <class Change> std::optional<Dimension> changed(const Dimension& d, Change change)
{
    Dimension out;
    const auto one = [&](signed char from, signed char& to) {
        const std::optional<int> exponent = change(from);
        if (!exponent || *exponent < -100 || *exponent > 100)
            return false;
        to = static_cast<signed char>(*exponent);
        return true;
    };
    const bool fits = one(d.metre, out.metre) && one(d.kilogram, out.kilogram)
        && one(d.second, out.second) && one(d.ampere, out.ampere) && one(d.kelvin, out.kelvin)
        && one(d.candela, out.candela) && one(d.level, out.level);
    return fits ? std::optional(out) : std::nullopt;
}

Error wrongDimension(std::string message)
{
    return {ErrorCode::InvalidArgument, std::move(message), ""};
}

Result<Dimension> dimensionOfNode(
    const Node& node, const std::function<Dimension(std::string_view)>& dimensionOf)
{
    if (node.op == Op::Number)
        return node.dimension;
    if (node.op == Op::Variable)
        return dimensionOf(node.name);
    std::vector<Dimension> parts;
    for (const auto& argument : node.arguments) {
        auto part = dimensionOfNode(argument, dimensionOf);
        if (!part)
            return part;
        parts.push_back(*part);
    }
    switch (node.op) {
    case Op::Multiply:
        return combined(parts[0], parts[1], 1);
    case Op::Divide:
        return combined(parts[0], parts[1], -1);
    case Op::Power: {
        const auto power = changed(
            parts[0], [&](int e) { return std::optional(e * static_cast<int>(node.number)); });
        return power ? Result<Dimension>(*power) : wrongDimension("this power is too high");
    }
    case Op::Sqrt: {
        const auto root = changed(
            parts[0], [](int e) { return e % 2 == 0 ? std::optional(e / 2) : std::nullopt; });
        return root ? Result<Dimension>(*root)
                    : wrongDimension("the root of this has no unit: its exponents are odd");
    }
    case Op::Ln:
    case Op::Exp:
        return parts[0] == Dimension{}
            ? parts[0]
            : Result<Dimension>(wrongDimension("ln and exp take plain numbers: divide by a unit, "
                                               "as in ln(x / 10 kohm)"));
    default:
        break;
    }
    if (parts.size() == 2 && parts[0] != parts[1])
        return wrongDimension(node.op == Op::Add || node.op == Op::Subtract
                ? "unlike units are added: give a plain number its unit, as in 0.5 V"
                : "unlike units are compared");
    return parts[0];
}

void collect(const Node& node, std::set<std::string>& names)
{
    if (node.op == Op::Variable)
        names.insert(node.name);
    for (const auto& argument : node.arguments)
        collect(argument, names);
}

} // namespace

Result<Formula> Formula::parse(std::string_view text, const std::vector<std::string>& names)
{
    auto root = FormulaReader(text, names).read();
    if (!root)
        return root.error();
    Formula formula;
    formula.m_text = text;
    formula.m_root = std::make_shared<const Node>(*std::move(root));
    return formula;
}

Result<Dimension> Formula::dimension(
    const std::function<Dimension(std::string_view)>& dimensionOf) const
{
    return dimensionOfNode(*m_root, dimensionOf);
}

std::vector<std::string> Formula::variables() const
{
    std::set<std::string> names;
    collect(*m_root, names);
    return {names.begin(), names.end()};
}

} // namespace fern
