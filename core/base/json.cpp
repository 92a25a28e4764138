#include "base/json.h"

#include "base/number_text.h"
#include "base/utf8.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace fern::json {

namespace {

using Sax = nlohmann::json_sax<nlohmann::json>;

/// Walks the text for the lexer and tells how far it has come.
class CountingIterator {
public:
    using iterator_category = std::forward_iterator_tag;
    using value_type = char;
    using difference_type = std::ptrdiff_t;
    using pointer = const char*;
    using reference = const char&;

    CountingIterator(const char* at, std::size_t* count)
        : m_at(at)
        , m_count(count)
    {
    }
    reference operator*() const { return *m_at; }
    CountingIterator& operator++()
    {
        ++m_at;
        ++*m_count;
        return *this;
    }
    bool operator==(const CountingIterator& other) const { return m_at == other.m_at; }
    bool operator!=(const CountingIterator& other) const { return m_at != other.m_at; }

private:
    const char* m_at;
    std::size_t* m_count;
};

class TreeBuilder : public Sax {
public:
    explicit TreeBuilder(const std::size_t* position)
        : m_position(position)
    {
    }

    bool null() override { return add({}); }
    bool boolean(bool value) override { return add(makeBoolean(value)); }
    bool number_integer(number_integer_t value) override
    {
        return addNumber(static_cast<double>(value), std::to_string(value));
    }
    bool number_unsigned(number_unsigned_t value) override
    {
        return addNumber(static_cast<double>(value), std::to_string(value));
    }
    bool number_float(number_float_t value, const string_t& spelling) override
    {
        return addNumber(value, spelling);
    }
    bool string(string_t& text) override { return add(makeString(text)); }
    bool binary(binary_t& /*data*/) override { return false; }

    bool start_object(std::size_t /*size*/) override { return open(makeObject()); }
    bool start_array(std::size_t /*size*/) override { return open(makeArray()); }
    bool end_object() override { return close(); }
    bool end_array() override { return close(); }
    bool key(string_t& name) override
    {
        if (!m_keys.back().insert(name).second)
            return fail(fmt::format("the key \"{}\" stands twice in one object", name));
        m_open.back().add(name, {});
        return true;
    }

    bool parse_error(std::size_t /*position*/, const std::string& /*token*/,
        const nlohmann::detail::exception& failure) override
    {
        const std::string text = failure.what();
        if (text.find("number overflow") != std::string::npos)
            return fail("a number is too large for a 64-bit float");
        if (text.find("ill-formed UTF-8") != std::string::npos)
            return fail("the text is not valid UTF-8");
        const bool isCut = text.find("unexpected end of input") != std::string::npos
            || text.find("missing closing quote") != std::string::npos;
        if (isCut)
            return fail("the text ends too early");
        // The library's sentence ends with what it met and what it wanted.
        const auto detail = text.find("syntax error");
        return fail(detail == std::string::npos ? "this is not JSON"
                                                : "not valid JSON, " + text.substr(detail));
    }

    Node takeRoot() { return std::move(m_root); }
    const std::string& message() const { return m_message; }
    std::size_t failedAt() const { return m_failedAt; }

private:
    bool fail(std::string message)
    {
        m_message = std::move(message);
        m_failedAt = *m_position;
        return false;
    }
    bool addNumber(double value, std::string spelling)
    {
        if (!std::isfinite(value))
            return fail("a number is too large for a 64-bit float");
        Node node = makeNumber(value);
        node.text = std::move(spelling);
        return add(std::move(node));
    }
    bool open(Node node)
    {
        if (m_open.size() >= static_cast<std::size_t>(maxDepth))
            return fail(fmt::format("the text is nested deeper than {} levels", maxDepth));
        node.offset = *m_position;
        m_open.push_back(std::move(node));
        m_keys.emplace_back();
        return true;
    }
    bool close()
    {
        Node node = std::move(m_open.back());
        m_open.pop_back();
        m_keys.pop_back();
        return place(std::move(node));
    }
    bool add(Node node)
    {
        node.offset = *m_position;
        return place(std::move(node));
    }
    bool place(Node node)
    {
        if (m_open.empty())
            m_root = std::move(node);
        else if (m_open.back().kind == Kind::Array)
            m_open.back().items.push_back(std::move(node));
        else
            m_open.back().members.back().value = std::move(node);
        return true;
    }

    const std::size_t* m_position;
    Node m_root;
    std::vector<Node> m_open;
    std::vector<std::set<std::string>> m_keys;
    std::string m_message;
    std::size_t m_failedAt = 0;
};

bool hasContainers(const Node& node)
{
    const auto isContainer = [](const Node& n) {
        return n.kind == Kind::Array || n.kind == Kind::Object;
    };
    return std::any_of(node.items.begin(), node.items.end(), isContainer)
        || std::any_of(node.members.begin(), node.members.end(),
            [&](const auto& member) { return isContainer(member.value); });
}

/// Writes with ", " and ": " between, all on one line.
void writeLine(const Node& node, std::string& out, bool spaced)
{
    const char* comma = spaced ? ", " : ",";
    switch (node.kind) {
    case Kind::Null:
        out += "null";
        break;
    case Kind::Boolean:
        out += node.boolean ? "true" : "false";
        break;
    case Kind::Number:
        out += node.text;
        break;
    case Kind::String:
        out += quotedText(node.text);
        break;
    case Kind::Array:
        out += '[';
        for (std::size_t i = 0; i < node.items.size(); ++i) {
            out += i == 0 ? "" : comma;
            writeLine(node.items[i], out, spaced);
        }
        out += ']';
        break;
    case Kind::Object:
        out += spaced && !node.members.empty() ? "{ " : "{";
        for (std::size_t i = 0; i < node.members.size(); ++i) {
            out += i == 0 ? "" : comma;
            out += quotedText(node.members[i].key) + (spaced ? ": " : ":");
            writeLine(node.members[i].value, out, spaced);
        }
        out += spaced && !node.members.empty() ? " }" : "}";
        break;
    }
}

void writeIndented(const Node& node, std::string& out, std::size_t depth)
{
    constexpr std::size_t shortLine = 76;
    std::string line;
    if (!hasContainers(node)) {
        writeLine(node, line, true);
        const bool isContainer = node.kind == Kind::Array || node.kind == Kind::Object;
        if (!isContainer || line.size() <= shortLine) {
            out += line;
            return;
        }
    }
    const bool isArray = node.kind == Kind::Array;
    const std::string indent(2 * (depth + 1), ' ');
    const std::size_t count = isArray ? node.items.size() : node.members.size();
    out += isArray ? "[\n" : "{\n";
    for (std::size_t i = 0; i < count; ++i) {
        out += indent;
        if (!isArray)
            out += quotedText(node.members[i].key) + ": ";
        writeIndented(isArray ? node.items[i] : node.members[i].value, out, depth + 1);
        out += i + 1 < count ? ",\n" : "\n";
    }
    out += std::string(2 * depth, ' ') + (isArray ? "]" : "}");
}

} // namespace

bool Node::operator==(const Node& other) const
{
    return kind == other.kind && boolean == other.boolean && number == other.number
        && (kind == Kind::Number || text == other.text) && items == other.items
        && members == other.members;
}

void Node::add(std::string key, Node value)
{
    members.push_back({std::move(key), std::move(value)});
}

Node makeNumber(double value)
{
    Node node;
    node.kind = Kind::Number;
    node.number = value;
    node.text = shortestText(value);
    return node;
}

Node makeString(std::string text)
{
    Node node;
    node.kind = Kind::String;
    node.text = std::move(text);
    return node;
}

Node makeBoolean(bool value)
{
    Node node;
    node.kind = Kind::Boolean;
    node.boolean = value;
    return node;
}

Node makeArray()
{
    Node node;
    node.kind = Kind::Array;
    return node;
}

Node makeObject()
{
    Node node;
    node.kind = Kind::Object;
    return node;
}

const Node* find(const Node& object, std::string_view key)
{
    for (const auto& [name, value] : object.members)
        if (name == key)
            return &value;
    return nullptr;
}

Result<Node> parse(std::string_view text)
{
    std::size_t position = 0;
    TreeBuilder builder(&position);
    const CountingIterator begin(text.data(), &position);
    std::size_t unused = 0;
    const CountingIterator end(text.data() + text.size(), &unused);
    if (nlohmann::json::sax_parse(begin, end, &builder))
        return builder.takeRoot();
    const auto at = builder.failedAt() == 0 ? 0 : builder.failedAt() - 1;
    return Error{ErrorCode::Malformed, builder.message(), placeOf(text, at)};
}

std::string placeOf(std::string_view text, std::size_t offset)
{
    const auto before = text.substr(0, offset);
    const auto lines = std::count(before.begin(), before.end(), '\n');
    const auto lineStart = before.rfind('\n');
    const auto column = lineStart == std::string_view::npos ? offset : offset - lineStart - 1;
    return fmt::format("line {}, column {}", lines + 1, column + 1);
}

std::string write(const Node& node)
{
    std::string out;
    writeIndented(node, out, 0);
    return out + "\n";
}

Result<std::size_t> leastSize(const Node& node)
{
    if (node.kind == Kind::Number && !std::isfinite(node.number))
        return Error{ErrorCode::InvalidArgument, "a number is not finite", ""};
    if (node.kind == Kind::String && !isUtf8(node.text))
        return Error{ErrorCode::InvalidArgument, "a text is not UTF-8", ""};
    auto size = node.text.size();
    for (const auto& item : node.items) {
        auto its = leastSize(item);
        if (!its)
            return its;
        size += *its;
    }
    for (const auto& [key, value] : node.members) {
        auto its = leastSize(value);
        if (!its)
            return its;
        size += key.size() + *its;
    }
    return size;
}

std::string writeCompact(const Node& node)
{
    std::string out;
    writeLine(node, out, false);
    return out;
}

std::string quotedText(std::string_view text)
{
    std::string out = "\"";
    for (const char c : text) {
        switch (c) {
        case '"':
            out += "\\\"";
            break;
        case '\\':
            out += "\\\\";
            break;
        case '\n':
            out += "\\n";
            break;
        case '\r':
            out += "\\r";
            break;
        case '\t':
            out += "\\t";
            break;
        default:
            if (static_cast<unsigned char>(c) < 0x20)
                out += fmt::format("\\u{:04x}", static_cast<unsigned char>(c));
            else
                out += c;
        }
    }
    return out + "\"";
}

std::string pointerToken(std::string_view key)
{
    std::string out;
    for (const char c : key)
        out += c == '~' ? "~0" : c == '/' ? "~1" : std::string(1, c);
    return out;
}

} // namespace fern::json
