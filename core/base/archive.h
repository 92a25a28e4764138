#pragma once
// One description of a struct's keys serves reading and writing.
//
//     template <class Archive> void describe(Archive& a, DividerSpec& d)
//     {
//         a.quantity("r1", d.r1, "ohm", Range::positive());
//         a.extras(d.extras);
//     }
//
// JsonReader fills the struct from a JSON object and stops at the first fault; JsonWriter makes the
// object in the same key order. Keys that the description does not name are kept in Extras and
// written back after the others.

#include "base/json.h"
#include "base/quantity.h"
#include "base/result.h"

#include <array>
#include <cmath>
#include <functional>
#include <limits>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace fern {

/// Keys of a file that this version does not know.
struct Extras {
    std::vector<json::Member> members;

    bool operator==(const Extras&) const = default;
};

/// The closed interval of accepted numbers, or an open one at zero for positive().
struct Range {
    double least = -std::numeric_limits<double>::max();
    double most = std::numeric_limits<double>::max();
    bool excludesLeast = false;

    static constexpr Range positive() { return {0, std::numeric_limits<double>::max(), true}; }
    static constexpr Range notNegative() { return {0}; }
    bool holds(double x) const { return (excludesLeast ? x > least : x >= least) && x <= most; }
    std::string words() const;
};

/// The file's word for each enumerator, in the enum's order.
template <std::size_t N> using Words = std::array<std::string_view, N>;

class JsonReader {
public:
    /// Reads `object`, which stands at `pointer` of the file.
    JsonReader(const json::Node& object, std::string pointer);

    void text(std::string_view key, std::string& value);
    void number(std::string_view key, double& value, Range range = {});
    void integer(std::string_view key, int& value, int least, int most);
    void unsigned64(std::string_view key, std::uint64_t& value);
    void boolean(std::string_view key, bool& value);
    /// A quantity whose unit has the dimension of `unit`, its value within `range` in SI units.
    void quantity(std::string_view key, Quantity& value, std::string_view unit, Range range = {});
    /// A quantity of any known unit.
    void anyQuantity(std::string_view key, Quantity& value);
    /// A step, a tolerance and the like, in a unit of the dimension of `unit`.
    void difference(
        std::string_view key, Difference& value, std::string_view unit, Range range = {});
    void node(std::string_view key, json::Node& value);

    template <class Enum, std::size_t N>
    void choice(std::string_view key, Enum& value, const Words<N>& words)
    {
        const auto index = wordIndex(key, words);
        if (index < N)
            value = static_cast<Enum>(index);
    }
    template <class T> void object(std::string_view key, T& value)
    {
        if (const auto* child = take(key, json::Kind::Object, "an object")) {
            JsonReader reader(*child, at(key));
            describe(reader, value);
            adopt(reader);
        }
    }
    template <class T> void list(std::string_view key, std::vector<T>& values)
    {
        if (const auto* child = take(key, json::Kind::Array, "an array")) {
            for (std::size_t i = 0; i < child->items.size() && !m_failed; ++i) {
                if (child->items[i].kind != json::Kind::Object)
                    return fail("this must be an object", at(key) + "/" + std::to_string(i),
                        &child->items[i]);
                JsonReader reader(child->items[i], at(key) + "/" + std::to_string(i));
                describe(reader, values.emplace_back());
                adopt(reader);
            }
        }
    }
    template <class T>
    void list(std::string_view key, std::vector<std::shared_ptr<const T>>& values)
    {
        std::vector<T> plain;
        list(key, plain);
        for (auto& value : plain)
            values.push_back(std::make_shared<const T>(std::move(value)));
    }
    // Keys that may be missing; then the value stays what it was.
    void optionalText(std::string_view key, std::string& value)
    {
        if (mayTake(key))
            text(key, value);
    }
    /// `none` is the value of a missing key.
    void optionalInteger(std::string_view key, int& value, int none, int least, int most)
    {
        value = none;
        if (mayTake(key))
            integer(key, value, least, most);
    }
    /// False when it is missing.
    void flag(std::string_view key, bool& value)
    {
        if (mayTake(key))
            boolean(key, value);
    }
    /// The first word when it is missing.
    template <class Enum, std::size_t N>
    void optionalChoice(std::string_view key, Enum& value, const Words<N>& words)
    {
        if (mayTake(key))
            choice(key, value, words);
    }
    /// Nothing, as zero, when it is missing.
    void optionalQuantity(
        std::string_view key, Quantity& value, std::string_view unit, Range range = {})
    {
        if (mayTake(key))
            quantity(key, value, unit, range);
    }
    /// A difference of any known unit; nothing, as zero, when it is missing.
    void optionalAnyDifference(std::string_view key, Difference& value);
    template <class T> void optionalObject(std::string_view key, std::optional<T>& value)
    {
        if (mayTake(key))
            object(key, value.emplace());
    }
    template <class T> void optionalList(std::string_view key, std::vector<T>& values)
    {
        if (mayTake(key))
            list(key, values);
    }
    /// Reads the keys of a spelling that the description chose after looking at earlier keys.
    bool has(std::string_view key) const { return json::find(m_object, key) != nullptr; }
    void extras(Extras& extras);

    /// Says that the object is wrong; the first fault wins.
    void fail(std::string message, std::string pointer, const json::Node* culprit = nullptr);
    void failAt(std::string_view key, std::string message)
    {
        fail(std::move(message), at(key), json::find(m_object, key));
    }
    static constexpr bool isReading = true;

    bool failed() const { return m_failed; }
    const std::string& message() const { return m_message; }
    const std::string& pointer() const { return m_failedPointer; }
    std::size_t offset() const { return m_failedOffset; }

private:
    /// Returns whether a key that may be missing is there; a present one is known either way.
    bool mayTake(std::string_view key) const { return !m_failed && has(key); }
    void checkUnit(std::string_view key, const Quantity& read, std::string_view unit);
    void checkRange(
        std::string_view key, const Quantity& read, double si, Range range, std::string_view unit);
    const json::Node* take(std::string_view key, json::Kind kind, std::string_view what);
    std::size_t wordIndex(std::string_view key, std::span<const std::string_view> words);
    std::string at(std::string_view key) const { return m_pointer + "/" + json::pointerToken(key); }
    void adopt(const JsonReader& child);

    const json::Node& m_object;
    std::string m_pointer;
    std::vector<std::string> m_known;
    bool m_failed = false;
    std::string m_message;
    std::string m_failedPointer;
    std::size_t m_failedOffset = 0;
};

class JsonWriter {
public:
    void text(std::string_view key, const std::string& value) { put(key, json::makeString(value)); }
    void number(std::string_view key, double value, Range /*range*/ = {})
    {
        put(key, json::makeNumber(value));
    }
    void integer(std::string_view key, int value, int /*least*/, int /*most*/)
    {
        put(key, json::makeNumber(value));
    }
    void unsigned64(std::string_view key, std::uint64_t value);
    void boolean(std::string_view key, bool value) { put(key, json::makeBoolean(value)); }
    void quantity(std::string_view key, const Quantity& value, std::string_view /*unit*/,
        Range /*range*/ = {})
    {
        anyQuantity(key, value);
    }
    void anyQuantity(std::string_view key, const Quantity& value);
    void difference(std::string_view key, const Difference& value, std::string_view /*unit*/,
        Range /*range*/ = {})
    {
        anyQuantity(key, {value.value, value.unit});
    }
    void node(std::string_view key, const json::Node& value) { put(key, value); }
    template <class Enum, std::size_t N>
    void choice(std::string_view key, Enum value, const Words<N>& words)
    {
        put(key, json::makeString(std::string(words[static_cast<std::size_t>(value)])));
    }
    template <class T> void object(std::string_view key, T& value)
    {
        JsonWriter writer;
        describe(writer, value);
        put(key, writer.take());
    }
    template <class T> void list(std::string_view key, std::vector<T>& values)
    {
        auto array = json::makeArray();
        for (auto& value : values) {
            JsonWriter writer;
            describe(writer, value);
            array.items.push_back(writer.take());
        }
        put(key, std::move(array));
    }
    template <class T>
    void list(std::string_view key, std::vector<std::shared_ptr<const T>>& values)
    {
        std::vector<T> plain;
        plain.reserve(values.size());
        for (const auto& value : values)
            plain.push_back(*value);
        list(key, plain);
    }
    void optionalText(std::string_view key, const std::string& value)
    {
        if (!value.empty())
            text(key, value);
    }
    void optionalInteger(std::string_view key, int value, int none, int least, int most)
    {
        if (value != none)
            integer(key, value, least, most);
    }
    void flag(std::string_view key, bool value)
    {
        if (value)
            boolean(key, value);
    }
    template <class Enum, std::size_t N>
    void optionalChoice(std::string_view key, Enum value, const Words<N>& words)
    {
        if (value != Enum{})
            choice(key, value, words);
    }
    void optionalQuantity(
        std::string_view key, const Quantity& value, std::string_view unit, Range range = {})
    {
        if (value.value != 0)
            quantity(key, value, unit, range);
    }
    void optionalAnyDifference(std::string_view key, const Difference& value)
    {
        if (value.value != 0)
            difference(key, value, {});
    }
    template <class T> void optionalObject(std::string_view key, std::optional<T>& value)
    {
        if (value)
            object(key, *value);
    }
    template <class T> void optionalList(std::string_view key, std::vector<T>& values)
    {
        if (!values.empty())
            list(key, values);
    }
    void extras(const Extras& extras)
    {
        for (const auto& [key, value] : extras.members)
            put(key, value);
    }
    bool has(std::string_view /*key*/) const { return true; }
    void failAt(std::string_view /*key*/, const std::string& /*message*/) { }
    static constexpr bool isReading = false;

    json::Node take() { return std::move(m_object); }

private:
    void put(std::string_view key, json::Node value)
    {
        m_object.add(std::string(key), std::move(value));
    }

    json::Node m_object = json::makeObject();
};

} // namespace fern
