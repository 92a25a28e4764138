#pragma once
// An archive that lists what a description names, and sets the one parameter that is wanted.

#include "base/number_text.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <fmt/format.h>

namespace fern {

/// Returns what people call a key: "supplyFrom" is "works from".
std::string parameterLabel(std::string_view key);
/// Returns the heading of a group of keys; empty for none.
std::string parameterGroup(std::string_view key);

/// Writes pairs, such as seconds and values, as "0: 5.5; 10: 6".
std::string pairsText(const json::Node& pairs);
/// Reads them back. Error says what is no such pair.
Result<json::Node> parsePairs(std::string_view text, bool areTexts);
/// The same for a list of numbers: "0.5; 0.0043".
std::string numbersText(const json::Node& numbers);
Result<json::Node> parseNumbers(std::string_view text);

class ParameterArchive {
public:
    static constexpr bool isReading = true; // so that texts are parsed back into their values

    ParameterArchive(
        std::string path, std::string group, std::string_view wanted, std::string_view newText)
        : m_path(std::move(path))
        , m_group(std::move(group))
        , m_wanted(wanted)
        , m_newText(newText)
    {
    }

    void text(std::string_view key, std::string& value)
    {
        if (key == "id" || (key == "name" && m_pinRole))
            return; // references lead to them, to a line by its name
        row(key, ParameterKind::Text, value);
        if (key == "pin")
            m_rows.back().pinRole = m_pinRole;
        if (isWanted(key))
            value = m_newText;
    }
    void number(std::string_view key, double& value, Range /*range*/ = {})
    {
        row(key, ParameterKind::Number, shortestText(value));
        if (!isWanted(key))
            return;
        if (const auto number = parseNumber(m_newText))
            value = *number;
        else
            failAt(key, fmt::format("\"{}\" is no number", m_newText));
    }
    void integer(std::string_view key, int& value, int least, int most)
    {
        double number = value;
        this->number(key, number);
        if (number != std::floor(number))
            return failAt(key, fmt::format("{} is not a whole number", shortestText(number)));
        if (number < least || number > most)
            return failAt(
                key, fmt::format("{} must be from {} to {}", parameterLabel(key), least, most));
        value = static_cast<int>(number);
    }
    void boolean(std::string_view key, bool& value) { flag(key, value); }
    void flag(std::string_view key, bool& value)
    {
        row(key, ParameterKind::Flag, value ? "yes" : "no");
        if (isWanted(key))
            value = m_newText == "yes";
    }
    void quantity(
        std::string_view key, Quantity& value, std::string_view /*unit*/, Range /*range*/ = {})
    {
        row(key, ParameterKind::Quantity, toText(value));
        if (!isWanted(key))
            return;
        if (auto quantity = parseQuantity(m_newText, value))
            value = *std::move(quantity);
        else
            failAt(key, quantity.error().message);
    }
    void anyQuantity(std::string_view key, Quantity& value) { quantity(key, value, {}); }
    void difference(
        std::string_view key, Difference& value, std::string_view unit, Range range = {})
    {
        Quantity typed{value.value, value.unit};
        quantity(key, typed, unit, range);
        value = {typed.value, std::move(typed.unit)};
    }
    void optionalAnyDifference(std::string_view key, Difference& value)
    {
        difference(key, value, {});
    }
    template <class Enum, std::size_t N>
    void choice(std::string_view key, Enum& value, const Words<N>& words)
    {
        if constexpr (
            std::is_same_v<Enum,
                PartKind> || std::is_same_v<Enum, SourceKind> || std::is_same_v<Enum, DeviceKind> || std::is_same_v<Enum, FieldKind>)
            return; // it decides which keys there are
        row(key, ParameterKind::Choice, std::string(words[static_cast<std::size_t>(value)]));
        m_rows.back().choices.assign(words.begin(), words.end());
        m_rows.back().choiceWords = m_rows.back().choices;
        const auto found = std::find(words.begin(), words.end(), m_newText);
        if (isWanted(key) && found != words.end())
            value = static_cast<Enum>(found - words.begin());
        else if (isWanted(key))
            failAt(key, fmt::format("\"{}\" is none of the choices", m_newText));
    }
    template <class T> void object(std::string_view key, T& value)
    {
        ParameterArchive inner(pathOf(key), std::string(parameterGroup(key)), m_wanted, m_newText);
        describe(inner, value);
        adopt(std::move(inner));
    }
    template <class T> void list(std::string_view key, std::vector<T>& values)
    {
        for (std::size_t i = 0; i < values.size(); ++i) {
            ParameterArchive inner(
                fmt::format("{}/{}", pathOf(key), i), headingOf(values[i]), m_wanted, m_newText);
            if constexpr (std::is_same_v<T, LineSpec>)
                inner.m_pinRole = values[i].role;
            describe(inner, values[i]);
            adopt(std::move(inner));
        }
    }
    void optionalText(std::string_view key, std::string& value) { text(key, value); }
    void optionalInteger(std::string_view key, int& value, int /*none*/, int least, int most)
    {
        integer(key, value, least, most);
    }
    template <class Enum, std::size_t N>
    void optionalChoice(std::string_view key, Enum& value, const Words<N>& words)
    {
        choice(key, value, words);
    }
    void optionalQuantity(
        std::string_view key, Quantity& value, std::string_view unit, Range range = {})
    {
        quantity(key, value, unit, range);
    }
    template <class T> void optionalObject(std::string_view key, std::optional<T>& value)
    {
        if (value)
            return object(key, *value);
        row(key, ParameterKind::Untold, "not told");
        if (const auto heading = parameterGroup(key); !heading.empty())
            m_rows.back().label = heading;
        if (isWanted(key))
            value.emplace();
    }
    template <class T> void optionalList(std::string_view key, std::vector<T>& values)
    {
        if constexpr (!std::is_same_v<T, PinSpec> && !std::is_same_v<T, NameSpec>)
            list(key, values);
    }
    /// Pairs as one text: "0: 5.5; 10: 6"; values stay texts in events. Coefficients are a list.
    void node(std::string_view key, json::Node& values)
    {
        const bool isList = key == "coefficients";
        row(key, ParameterKind::LongText, isList ? numbersText(values) : pairsText(values));
        if (!isWanted(key))
            return;
        if (auto read = isList ? parseNumbers(m_newText) : parsePairs(m_newText, key == "events"))
            values = *std::move(read);
        else
            failAt(key, read.error().message);
    }
    bool has(std::string_view /*key*/) const { return true; }
    void extras(const Extras& /*extras*/) { }
    bool failed() const { return !m_error.empty(); }
    void failAt(std::string_view /*key*/, std::string message)
    {
        if (m_error.empty())
            m_error = std::move(message);
    }

    const std::string& error() const { return m_error; }
    bool hasSet() const { return m_hasSet; }
    std::vector<Parameter> take() { return std::move(m_rows); }

private:
    static std::string headingOf(const LineSpec& line) { return "Line " + line.name; }
    static std::string headingOf(const BusSpec& bus) { return busName(bus); }
    static std::string headingOf(const LadderKey& key) { return "Key " + key.name; }
    static std::string headingOf(const DayPart& part) { return "From " + part.from; }
    static std::string headingOf(const NumberForm& form) { return "In " + prettyUnit(form.unit); }
    static std::string headingOf(const RangeName& range)
    {
        return "From " + shortestText(range.from);
    }

    std::string pathOf(std::string_view key) const
    {
        return m_path.empty() ? std::string(key) : fmt::format("{}/{}", m_path, key);
    }
    void row(std::string_view key, ParameterKind kind, std::string text)
    {
        m_rows.push_back(
            {pathOf(key), m_group, parameterLabel(key), kind, std::move(text), {}, {}, {}, {}, {}});
    }
    bool isWanted(std::string_view key)
    {
        if (m_wanted.empty() || pathOf(key) != m_wanted)
            return false;
        m_hasSet = true;
        return true;
    }
    void adopt(ParameterArchive inner)
    {
        std::move(inner.m_rows.begin(), inner.m_rows.end(), std::back_inserter(m_rows));
        m_hasSet = m_hasSet || inner.m_hasSet;
        if (m_error.empty())
            m_error = std::move(inner.m_error);
    }

    std::string m_path;
    std::string m_group;
    std::string_view m_wanted;
    std::string_view m_newText;
    std::optional<PinRole> m_pinRole; ///< of the line that is described
    std::vector<Parameter> m_rows;
    std::string m_error;
    bool m_hasSet = false;
};

} // namespace fern
