#include "reading/stream_shape.h"

#include "base/json.h"
#include "base/number_text.h"
#include "base/split.h"
#include "base/units.h"
#include "reading/receiver_gives.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::string_view columnSeparators = ",;\t";
constexpr std::string_view pairSeparators = ":=";
constexpr std::size_t mostFields = 256;

StreamField fieldOf(std::string name, std::string_view text)
{
    const auto word = trimmed(text);
    StreamField field{std::move(name), std::string(word)};
    if (const auto number = parseNumber(word))
        field.number = *number;
    return field;
}

bool isName(std::string_view text)
{
    return !text.empty() && !parseNumber(text) && text.size() <= 64;
}

StreamReading readPairs(std::string_view line, char separator)
{
    StreamReading reading;
    for (const auto word : splitAtAny(line, ",;\t ")) {
        const auto at = word.find(separator);
        const auto name = trimmed(word.substr(0, at));
        if (at == std::string_view::npos || !isName(name) || trimmed(word.substr(at + 1)).empty())
            reading.fault = fmt::format("\"{}\" is no name{}value", word, separator);
        else
            reading.fields.push_back(fieldOf(std::string(name), word.substr(at + 1)));
    }
    return reading;
}

StreamReading readColumns(std::string_view line, const StreamShape& shape)
{
    StreamReading reading;
    const auto cells = splitAt(line, shape.separator);
    if (cells.size() != shape.names.size()) {
        reading.fault = fmt::format("{} of {} columns", cells.size(), shape.names.size());
        return reading;
    }
    for (std::size_t i = 0; i < cells.size(); ++i)
        reading.fields.push_back(fieldOf(shape.names[i], cells[i]));
    return reading;
}

void addNode(const json::Node& node, const std::string& path, std::vector<StreamField>& fields)
{
    if (fields.size() >= mostFields)
        return;
    if (node.kind == json::Kind::Object) {
        for (const auto& [key, value] : node.members)
            addNode(value, path.empty() ? key : fmt::format("{}.{}", path, key), fields);
    } else if (node.kind == json::Kind::Number) {
        fields.push_back({path, node.text, node.number});
    } else if (node.kind == json::Kind::String) {
        fields.push_back(fieldOf(path, node.text));
    } else if (node.kind == json::Kind::Null) {
        fields.push_back({path, "null"});
    }
}

StreamReading readJson(std::string_view line)
{
    StreamReading reading;
    const auto root = json::parse(line);
    if (!root || root->kind != json::Kind::Object)
        reading.fault = root ? "no object" : root.error().message;
    else
        addNode(*root, {}, reading.fields);
    return reading;
}

StreamReading readSentence(std::string_view line)
{
    StreamReading reading;
    const auto sentence = parseNmea(line);
    if (!sentence) {
        reading.fault = sentence.error().message;
        return reading;
    }
    const auto state = stateOf(*sentence);
    for (std::size_t i = 0; i < receiverGivesWords.size(); ++i) {
        const std::string unit(receiverGivesUnits[i]);
        if (const auto value = givenBy(state, static_cast<ReceiverGives>(i)))
            reading.fields.push_back({receiverField(receiverGivesWords[i]),
                fmt::format("{} {}", significantText(*value, 7), prettyUnit(unit)), *value, unit});
    }
    return reading;
}

/// The number of columns that most lines have, at least two; 0 for none.
std::size_t columnsOf(std::span<const std::string> lines, char separator)
{
    std::vector<std::size_t> counts;
    for (const auto& line : lines)
        counts.push_back(splitAt(line, separator).size());
    std::sort(counts.begin(), counts.end());
    const auto middle = counts[counts.size() / 2];
    return middle;
}

bool hasNumber(const std::vector<StreamField>& fields)
{
    return std::any_of(
        fields.begin(), fields.end(), [](const StreamField& f) { return f.number == f.number; });
}

std::size_t readable(std::span<const std::string> lines, const StreamShape& shape)
{
    return static_cast<std::size_t>(
        std::count_if(lines.begin(), lines.end(), [&](const std::string& line) {
            const auto reading = readLine(line, shape);
            return reading.fault.empty()
                && (shape.form == StreamForm::Sentences || hasNumber(reading.fields));
        }));
}

StreamShape columnShape(std::span<const std::string> lines, char separator)
{
    StreamShape shape{StreamForm::Columns, separator};
    const auto columns = columnsOf(lines, separator);
    for (const auto& line : lines) {
        const auto cells = splitAt(line, separator);
        const bool isHeader = cells.size() == columns
            && std::all_of(cells.begin(), cells.end(),
                [](const std::string& cell) { return isName(trimmed(cell)); });
        if (!isHeader)
            continue;
        for (const auto& cell : cells)
            shape.names.emplace_back(trimmed(cell));
        return shape;
    }
    for (std::size_t i = 1; i <= columns; ++i)
        shape.names.push_back(fmt::format("column {}", i));
    return shape;
}

} // namespace

std::string receiverField(std::string_view what)
{
    return "receiver." + std::string(what);
}

StreamReading readLine(std::string_view line, const StreamShape& shape)
{
    switch (shape.form) {
    case StreamForm::NameValue:
        return readPairs(line, shape.separator);
    case StreamForm::Columns:
        return readColumns(line, shape);
    case StreamForm::Json:
        return readJson(line);
    case StreamForm::Sentences:
        return readSentence(line);
    case StreamForm::Unknown:
        break;
    }
    return {{}, "not understood yet"};
}

StreamShape guessShape(std::span<const std::string> lines)
{
    if (lines.empty())
        return {};
    // The stricter form first: of two that read as many lines, the first wins.
    std::vector<StreamShape> shapes{{StreamForm::Sentences}, {StreamForm::Json}};
    for (const char separator : pairSeparators)
        shapes.push_back({StreamForm::NameValue, separator});
    for (const char separator : columnSeparators)
        if (columnsOf(lines, separator) > 1)
            shapes.push_back(columnShape(lines, separator));
    shapes.push_back(columnShape(lines, ',')); // a bare number a line
    StreamShape best;
    std::size_t most = 0;
    for (const auto& shape : shapes)
        if (const auto count = readable(lines, shape); count > most) {
            most = count;
            best = shape;
        }
    return 2 * most >= lines.size() ? best : StreamShape{};
}

std::string shapeInWords(const StreamShape& shape)
{
    switch (shape.form) {
    case StreamForm::NameValue:
        return fmt::format("name{}value lines", shape.separator);
    case StreamForm::Columns:
        if (shape.names.size() == 1)
            return "a number a line";
        return fmt::format("{} columns, separated by a {}", shape.names.size(),
            shape.separator == '\t'      ? "tab"
                : shape.separator == ';' ? "semicolon"
                                         : "comma");
    case StreamForm::Json:
        return "a JSON object a line";
    case StreamForm::Sentences:
        return "NMEA 0183 sentences";
    case StreamForm::Unknown:
        break;
    }
    return "not understood yet";
}

} // namespace fern
