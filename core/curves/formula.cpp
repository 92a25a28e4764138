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
    std::size_t arguments; ///< at least
    bool takesMore = false;
};
constexpr auto functions = std::to_array<Function>({{"abs", Op::Abs, 1}, {"sqrt", Op::Sqrt, 1},
    {"ln", Op::Ln, 1}, {"exp", Op::Exp, 1}, {"min", Op::Min, 2, true}, {"max", Op::Max, 2, true}});

struct Comparison {
    std::string_view sign;
    Op op;
    bool isTurned = false; ///< a > b is b < a
};
/// The longer signs first.
constexpr auto comparisons =
    std::to_array<Comparison>({{"<=", Op::LessEqual}, {">=", Op::LessEqual, true},
        {"==", Op::Equal}, {"!=", Op::NotEqual}, {"<", Op::Less}, {">", Op::Less, true}});

constexpr int deepest = 100; ///< parentheses and signs inside one another
constexpr int longest = 500; ///< numbers, variables and operators

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
    FormulaReader(std::string_view text, const std::vector<std::string>& names, FormulaOf of)
        : m_text(text)
        , m_names(names)
        , m_of(of)
    {
    }

    Result<Node> read()
    {
        auto node = choice();
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
    bool takes(std::string_view sign)
    {
        skip();
        if (m_text.substr(m_at, sign.size()) != sign)
            return false;
        m_at += sign.size();
        return true;
    }
    bool isWord(std::string_view word, std::size_t at) const
    {
        const auto after = at + word.size();
        return m_text.substr(at, word.size()) == word
            && (after >= m_text.size() || !(isLetter(m_text[after]) || isDigit(m_text[after])));
    }
    bool takesWord(std::string_view word)
    {
        skip();
        if (!isWord(word, m_at))
            return false;
        m_at += word.size();
        return true;
    }
    bool goesDeeper()
    {
        if (++m_depth > deepest)
            fail("the formula is too deep");
        return m_depth <= deepest;
    }
    Node make(Op op, std::vector<Node> arguments)
    {
        if (++m_nodes > longest)
            return fail("the formula is too long");
        Node node;
        node.op = op;
        node.arguments = std::move(arguments);
        return node;
    }

    Node choice()
    {
        auto condition = either();
        if (!takes('?') || !goesDeeper())
            return condition;
        auto then = choice();
        if (!takes(':'))
            return failAtHand("a \":\" is missing");
        auto otherwise = choice();
        --m_depth;
        return make(Op::Choice, {std::move(condition), std::move(then), std::move(otherwise)});
    }
    Node either()
    {
        auto left = both();
        while (takesWord("or"))
            left = make(Op::Or, {std::move(left), both()});
        return left;
    }
    Node both()
    {
        auto left = negation();
        while (takesWord("and"))
            left = make(Op::And, {std::move(left), negation()});
        return left;
    }
    Node negation()
    {
        const bool isName = std::find(m_names.begin(), m_names.end(), "not") != m_names.end();
        if (isName || !takesWord("not") || !goesDeeper())
            return comparison();
        auto node = make(Op::Not, {negation()});
        --m_depth;
        return node;
    }
    Node comparison()
    {
        auto left = sum();
        for (const auto& c : comparisons) {
            if (!takes(c.sign))
                continue;
            auto right = sum();
            return c.isTurned ? make(c.op, {std::move(right), std::move(left)})
                              : make(c.op, {std::move(left), std::move(right)});
        }
        return left;
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
        if (!goesDeeper())
            return {};
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
        unsigned exponent = 0; // a second sign is none
        const auto [end, failure] =
            std::from_chars(m_text.data() + m_at, m_text.data() + m_text.size(), exponent);
        if (failure != std::errc{} || exponent > 9
            || (end != m_text.data() + m_text.size() && *end == '.'))
            return fail("an exponent is a whole number up to 9");
        m_at = static_cast<std::size_t>(end - m_text.data());
        auto node = make(Op::Power, {std::move(base)});
        node.number = isNegative ? -static_cast<double>(exponent) : exponent;
        return node;
    }
    Node single()
    {
        if (takes('(')) {
            if (!goesDeeper())
                return {};
            auto node = choice();
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
        auto node = make(Op::Number, {});
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
        if (isWord("and", m_at + 1) || isWord("or", m_at + 1))
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
            const auto known = std::find(m_names.begin(), m_names.end(), name);
            if (known == m_names.end())
                continue;
            m_at += length;
            auto node = make(Op::Variable, {});
            node.name = name;
            node.variable = static_cast<std::size_t>(known - m_names.begin());
            return node;
        }
        for (const auto& question : formulaQuestions)
            if (word == question.word) {
                if (m_of == FormulaOf::Reading)
                    return fail(fmt::format("{} is for formulas of channels", word));
                m_at = to;
                return asked(word, question.asks);
            }
        for (const auto& function : functions)
            if (word == function.name) {
                m_at = to;
                return call(function);
            }
        return fail(fmt::format("there is nothing called \"{}\"", word));
    }
    /// What is asked of the channel in parentheses.
    Node asked(std::string_view question, FormulaAsks asks)
    {
        if (!takes('('))
            return fail(fmt::format("{} needs a parenthesis", question));
        skip();
        const auto begin = m_at;
        auto node = m_at < m_text.size() && isLetter(m_text[m_at]) ? named() : Node{};
        if (m_message.empty() && (node.op != Op::Variable || node.asks != FormulaAsks::Now)) {
            m_at = begin;
            return fail(fmt::format("{} is of one channel, by its name", question));
        }
        node.asks = asks;
        return takes(')') ? node : failAtHand("a closing parenthesis is missing");
    }
    Node call(const Function& function)
    {
        if (!takes('('))
            return fail(fmt::format("{} needs a parenthesis", function.name));
        if (!goesDeeper())
            return {};
        std::vector<Node> arguments;
        arguments.push_back(choice());
        while (takes(','))
            arguments.push_back(choice());
        --m_depth;
        if (!takes(')'))
            return failAtHand("a closing parenthesis is missing");
        if (arguments.size() < function.arguments
            || (arguments.size() > function.arguments && !function.takesMore))
            return fail(fmt::format("{} takes {} value{}{}", function.name, function.arguments,
                function.arguments == 1 ? "" : "s", function.takesMore ? " or more" : ""));
        return make(function.op, std::move(arguments));
    }

    std::string_view m_text;
    const std::vector<std::string>& m_names;
    FormulaOf m_of;
    std::size_t m_at = 0;
    int m_depth = 0;
    int m_nodes = 0;
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
    std::vector<Dimension> parts;
    for (const auto& argument : node.arguments) {
        auto part = dimensionOfNode(argument, dimensionOf);
        if (!part)
            return part;
        parts.push_back(*part);
    }
    const auto plainOnly = [&](const char* message) {
        const bool isPlain = std::all_of(
            parts.begin(), parts.end(), [](const Dimension& d) { return d == Dimension{}; });
        return isPlain ? Result<Dimension>(Dimension{}) : wrongDimension(message);
    };
    const auto alike = [&](const char* message) {
        const bool isAlike = std::all_of(
            parts.begin(), parts.end(), [&](const Dimension& d) { return d == parts.back(); });
        return isAlike ? Result<Dimension>(parts.back()) : wrongDimension(message);
    };
    switch (node.op) {
    case Op::Number:
        return node.dimension;
    case Op::Variable:
        return node.asks == FormulaAsks::Age    ? parseUnit("s")->dimension
            : node.asks == FormulaAsks::Pin     ? parseUnit("V")->dimension
            : node.asks == FormulaAsks::Reading ? Dimension{}
                                                : dimensionOf(node.name);
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
        return plainOnly("ln and exp take plain numbers: divide by a unit, as in ln(x / 10 kohm)");
    case Op::Negate:
    case Op::Abs:
        return parts[0];
    case Op::Add:
    case Op::Subtract:
        return alike("unlike units are added: give a plain number its unit, as in 0.5 V");
    case Op::Min:
    case Op::Max:
        return alike("unlike units are compared: give a plain number its unit, as in x > 3 V");
    case Op::Less:
    case Op::LessEqual:
    case Op::Equal:
    case Op::NotEqual: {
        const auto compared =
            alike("unlike units are compared: give a plain number its unit, as in x > 3 V");
        return compared ? Result<Dimension>(Dimension{}) : compared;
    }
    case Op::Not:
    case Op::And:
    case Op::Or:
        return plainOnly("not, and, or take what is true or false, as in a > 2 V and b > 3 V");
    case Op::Choice: {
        if (parts[0] != Dimension{})
            return wrongDimension("a choice needs what is true or false, as in a > 2 V ? x : y");
        parts.erase(parts.begin());
        return alike("a choice between unlike units");
    }
    }
    return Dimension{};
}

void collect(const Node& node, std::set<std::pair<std::string, FormulaAsks>>& asked)
{
    if (node.op == Op::Variable)
        asked.emplace(node.name, node.asks);
    for (const auto& argument : node.arguments)
        collect(argument, asked);
}

} // namespace

Result<Formula> Formula::parse(
    std::string_view text, const std::vector<std::string>& names, FormulaOf of)
{
    auto root = FormulaReader(text, names, of).read();
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

std::vector<std::pair<std::string, FormulaAsks>> Formula::asked() const
{
    std::set<std::pair<std::string, FormulaAsks>> all;
    collect(*m_root, all);
    return {all.begin(), all.end()};
}

std::vector<std::string> Formula::variables() const
{
    std::vector<std::string> names;
    for (const auto& [name, asks] : asked())
        if (names.empty() || names.back() != name)
            names.push_back(name);
    return names;
}

} // namespace fern
