#include "instrument/part_parameters.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/parts_view.h"
#include "parts/catalogue.h"
#include "parts/power.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

using Label = std::pair<std::string_view, std::string_view>;

/// Keys whose words for people are others than the key taken apart.
constexpr auto labels = std::to_array<Label>({
    {"activePercent", "active, % of the time"},
    {"beta", "B, K"},
    {"contact", "is a contact"},
    {"damageAbove", "damaged above"},
    {"decoupled", "has its capacitors"},
    {"efficiencyPercent", "efficiency, %"},
    {"fastest", "follows up to"},
    {"forward", "forward voltage"},
    {"highFrom", "sees high from"},
    {"inputMost", "highest input"},
    {"kelvinPerWatt", "to the air, K/W"},
    {"limit", "gives at most"},
    {"mirrored", "shares its address"},
    {"motor", "is a motor"},
    {"noiseLsb", "noise, LSB"},
    {"nonlinearityLsb", "nonlinearity, LSB"},
    {"offBelow", "off below"},
    {"offsetLsb", "offset, LSB"},
    {"pullUpTo", "pulled up to"},
    {"quiescent", "own current"},
    {"referenceTolerancePercent", "reference tolerance, %"},
    {"sleepPercent", "asleep, % of the time"},
    {"sourceMost", "source at most"},
    {"straps", "straps give"},
    {"supplyFrom", "works from"},
    {"supplyTo", "works up to"},
    {"usablePercent", "usable, %"},
    {"usual", "usual addresses"},
    {"wholePort", "writes a whole port"},
});

/// Headings of the groups inside a part.
constexpr auto groups = std::to_array<Label>({
    {"bank", "Power bank"},
    {"battery", "Battery"},
    {"converter", "Converter"},
    {"emitter", "Light emitter"},
    {"levels", "Levels"},
    {"load", "Draws"},
    {"outside", "Supply from outside"},
    {"port", "On the bus"},
    {"regulator", "Regulator"},
});

template <std::size_t N>
std::string_view lookUp(const std::array<Label, N>& table, std::string_view key)
{
    const auto found = std::find_if(
        table.begin(), table.end(), [&](const Label& label) { return label.first == key; });
    return found == table.end() ? std::string_view() : found->second;
}

/// "supplyFrom" becomes "supply from".
std::string takenApart(std::string_view key)
{
    std::string words;
    for (const char c : key)
        if (c >= 'A' && c <= 'Z')
            words += {' ', static_cast<char>(c - 'A' + 'a')};
        else
            words += c;
    return words;
}

std::string labelOf(std::string_view key)
{
    const auto known = lookUp(labels, key);
    return known.empty() ? takenApart(key) : std::string(known);
}

/// An archive that lists what a description names, and sets the one that is wanted.
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
            return failAt(key, fmt::format("{} must be from {} to {}", labelOf(key), least, most));
        value = static_cast<int>(number);
    }
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
    template <class Enum, std::size_t N>
    void choice(std::string_view key, Enum& value, const Words<N>& words)
    {
        if constexpr (std::is_same_v<Enum, PartKind>)
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
        ParameterArchive inner(pathOf(key), std::string(lookUp(groups, key)), m_wanted, m_newText);
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
        m_rows.back().label = lookUp(groups, key);
        if (isWanted(key))
            value.emplace();
    }
    template <class T> void optionalList(std::string_view key, std::vector<T>& values)
    {
        if constexpr (!std::is_same_v<T, PinSpec>)
            list(key, values);
    }
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

    std::string pathOf(std::string_view key) const
    {
        return m_path.empty() ? std::string(key) : fmt::format("{}/{}", m_path, key);
    }
    void row(std::string_view key, ParameterKind kind, std::string text)
    {
        m_rows.push_back(
            {pathOf(key), m_group, labelOf(key), kind, std::move(text), {}, {}, {}, {}, {}});
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

std::vector<Parameter> plainParameters(Part part)
{
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, part);
    return archive.take();
}

} // namespace

namespace {

/// Where a figure is a reference: what it may lead to.
void offerReferences(Parameter& row, const Instrument& in, const Part& part)
{
    const auto offer = [&](const std::string& value, const std::string& words) {
        row.kind = ParameterKind::Choice;
        row.choices.push_back(value);
        row.choiceWords.push_back(words);
    };
    if (row.path == "fedBy") {
        offer("", "as usual");
        for (const auto& other : in.parts)
            if (other->id != part.id && outputVolts(*other) > 0)
                offer(other->id, partName(*other));
    } else if (row.path == "port/behind") {
        offer("", "nothing");
        for (const auto& other : in.parts)
            if (other->kind == PartKind::Multiplexer && other->id != part.id)
                offer(other->id, partName(*other));
    } else if (row.pinRole) {
        offer("", "none");
        if (const auto* board = part.kind == PartKind::Board ? &part : boardOf(in, part))
            for (const auto& pin : board->pins)
                if ((pin.roles & bitOf(*row.pinRole)) != 0)
                    offer(pin.name, pin.name);
    }
    // A reference that leads nowhere is still shown.
    if (row.kind == ParameterKind::Choice && !row.choices.empty()
        && std::find(row.choices.begin(), row.choices.end(), row.text) == row.choices.end())
        offer(row.text, row.text);
}

} // namespace

std::vector<Parameter> parametersOf(const Instrument& in, const Part& part)
{
    auto rows = plainParameters(part);
    std::erase_if(rows, [](const Parameter& row) { return row.path == "port/bus"; });
    for (auto& row : rows)
        offerReferences(row, in, part);
    const auto entry = std::find_if(catalogue().begin(), catalogue().end(),
        [&](const CatalogueEntry& e) { return e.part.className == part.className; });
    if (entry == catalogue().end())
        return rows;
    const auto usual = plainParameters(entry->part);
    for (auto& row : rows) {
        const auto same = std::find_if(
            usual.begin(), usual.end(), [&](const Parameter& p) { return p.path == row.path; });
        row.source = sourceOf(*entry, row.path);
        if (same != usual.end() && !row.source.empty())
            row.typical = same->text;
    }
    return rows;
}

Result<Instrument> withParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    const auto* found = findById(in.parts, id);
    if (found == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no part \"{}\"", id), ""};
    Part part = *found;
    ParameterArchive archive({}, {}, path, trimmed(text));
    describe(archive, part);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return Error{ErrorCode::NotFound,
            fmt::format("{} has no parameter \"{}\"", partName(*found), path), ""};
    return withPart(in, part);
}

} // namespace fern
