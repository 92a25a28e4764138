#include "base/archive.h"

#include "base/number_text.h"

#include <algorithm>
#include <charconv>

#include <fmt/format.h>

namespace fern {

namespace {

Result<Quantity> readQuantity(const json::Node& node)
{
    const auto* value = json::find(node, "value");
    const auto* unit = json::find(node, "unit");
    if (node.members.size() != 2 || value == nullptr || unit == nullptr
        || value->kind != json::Kind::Number || unit->kind != json::Kind::String)
        return Error{ErrorCode::Malformed, R"(this must be {"value": number, "unit": text})", ""};
    const auto known = parseUnit(unit->text);
    if (!known)
        return known.error();
    return Quantity{value->number, unit->text};
}

} // namespace

std::string Range::words() const
{
    constexpr double huge = std::numeric_limits<double>::max();
    if (excludesLeast && most == huge)
        return fmt::format("more than {}", shortestText(least));
    if (most == huge)
        return fmt::format("at least {}", shortestText(least));
    return fmt::format("from {} to {}", shortestText(least), shortestText(most));
}

JsonReader::JsonReader(const json::Node& object, std::string pointer)
    : m_object(object)
    , m_pointer(std::move(pointer))
{
}

void JsonReader::fail(std::string message, std::string pointer, const json::Node* culprit)
{
    if (m_failed)
        return;
    m_failed = true;
    m_message = std::move(message);
    m_failedPointer = std::move(pointer);
    m_failedOffset = culprit == nullptr ? m_object.offset : culprit->offset;
}

void JsonReader::adopt(const JsonReader& child)
{
    if (child.m_failed && !m_failed) {
        m_failed = true;
        m_message = child.m_message;
        m_failedPointer = child.m_failedPointer;
        m_failedOffset = child.m_failedOffset;
    }
}

const json::Node* JsonReader::take(std::string_view key, json::Kind kind, std::string_view what)
{
    m_known.emplace_back(key);
    if (m_failed)
        return nullptr;
    const auto* child = json::find(m_object, key);
    if (child == nullptr)
        fail(fmt::format("the key \"{}\" is missing", key), m_pointer);
    else if (child->kind != kind)
        fail(fmt::format("this must be {}", what), at(key), child);
    return m_failed ? nullptr : child;
}

void JsonReader::text(std::string_view key, std::string& value)
{
    if (const auto* child = take(key, json::Kind::String, "a text"))
        value = child->text;
}

void JsonReader::number(std::string_view key, double& value, Range range)
{
    if (const auto* child = take(key, json::Kind::Number, "a number")) {
        value = child->number;
        if (!range.holds(value))
            fail(fmt::format("{} is out of range: it must be {}", child->text, range.words()),
                at(key), child);
    }
}

void JsonReader::integer(std::string_view key, int& value, int least, int most)
{
    double plain = least;
    number(key, plain, {static_cast<double>(least), static_cast<double>(most)});
    if (!m_failed && plain != std::floor(plain))
        fail(fmt::format("{} is not a whole number", shortestText(plain)), at(key),
            json::find(m_object, key));
    if (!m_failed)
        value = static_cast<int>(plain);
}

void JsonReader::unsigned64(std::string_view key, std::uint64_t& value)
{
    if (const auto* child = take(key, json::Kind::Number, "a whole number")) {
        const auto& text = child->text;
        const auto [end, failure] = std::from_chars(text.data(), text.data() + text.size(), value);
        if (failure != std::errc{} || end != text.data() + text.size())
            fail(fmt::format("{} must be a whole number from 0 to 18446744073709551615", text),
                at(key), child);
    }
}

void JsonReader::boolean(std::string_view key, bool& value)
{
    if (const auto* child = take(key, json::Kind::Boolean, "true or false"))
        value = child->boolean;
}

void JsonReader::anyQuantity(std::string_view key, Quantity& value)
{
    if (const auto* child = take(key, json::Kind::Object, R"({"value": number, "unit": text})")) {
        auto read = readQuantity(*child);
        if (read)
            value = *std::move(read);
        else
            fail(read.error().message, at(key), child);
    }
}

void JsonReader::checkUnit(std::string_view key, const Quantity& read, std::string_view unit)
{
    if (parseUnit(read.unit)->dimension != parseUnit(unit)->dimension)
        failAt(key,
            fmt::format("the unit \"{}\" does not fit here; use one like {}", read.unit, unit));
}

void JsonReader::checkRange(
    std::string_view key, const Quantity& read, double si, Range range, std::string_view unit)
{
    if (!range.holds(si))
        failAt(key,
            fmt::format("{} is out of range: it must be {} {}", toText(read), range.words(), unit));
}

void JsonReader::quantity(std::string_view key, Quantity& value, std::string_view unit, Range range)
{
    Quantity read;
    anyQuantity(key, read);
    if (m_failed)
        return;
    checkUnit(key, read, unit);
    checkRange(key, read, inSi(read), range, unit);
    if (!m_failed)
        value = std::move(read);
}

void JsonReader::difference(
    std::string_view key, Difference& value, std::string_view unit, Range range)
{
    Quantity read;
    anyQuantity(key, read);
    if (m_failed)
        return;
    const Difference difference{read.value, read.unit};
    checkUnit(key, read, unit);
    checkRange(key, read, inSi(difference), range, unit);
    if (!m_failed)
        value = difference;
}

void JsonReader::optionalAnyDifference(std::string_view key, Difference& value)
{
    Quantity read{value.value, value.unit};
    if (!mayTake(key))
        return;
    anyQuantity(key, read);
    value = {read.value, std::move(read.unit)};
}

void JsonReader::node(std::string_view key, json::Node& value)
{
    m_known.emplace_back(key);
    if (const auto* child = json::find(m_object, key))
        value = *child;
}

std::size_t JsonReader::wordIndex(std::string_view key, std::span<const std::string_view> words)
{
    std::string word;
    text(key, word);
    const auto found = std::find(words.begin(), words.end(), word);
    if (!m_failed && found == words.end()) {
        std::string accepted;
        for (const auto w : words)
            accepted += (accepted.empty() ? "\"" : ", \"") + std::string(w) + "\"";
        fail(fmt::format("\"{}\" is not one of {}", word, accepted), at(key),
            json::find(m_object, key));
    }
    return m_failed ? words.size() : static_cast<std::size_t>(found - words.begin());
}

void JsonReader::extras(Extras& extras)
{
    for (const auto& member : m_object.members)
        if (std::find(m_known.begin(), m_known.end(), member.key) == m_known.end())
            extras.members.push_back(member);
}

void JsonWriter::unsigned64(std::string_view key, std::uint64_t value)
{
    auto node = json::makeNumber(static_cast<double>(value));
    node.text = std::to_string(value);
    put(key, std::move(node));
}

void JsonWriter::anyQuantity(std::string_view key, const Quantity& value)
{
    auto object = json::makeObject();
    object.add("value", json::makeNumber(value.value));
    object.add("unit", json::makeString(value.unit));
    put(key, std::move(object));
}

} // namespace fern
