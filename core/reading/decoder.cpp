#include "reading/decoder.h"

#include "base/clock_time.h"
#include "base/json.h"
#include "base/number_text.h"
#include "base/split.h"
#include "base/units.h"
#include "reading/check_digit.h"
#include "reading/line_cutter.h"
#include "reading/receiver_gives.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t longestLine = 512; // as long as boards keep room for

/// Everything that comes in lines.
class LineDecoder : public Decoder {
public:
    std::vector<Told> feed(Ticks at, std::string_view bytes) override
    {
        std::vector<Told> all;
        const auto dropped = m_lines.tooLongCount();
        const auto lines = m_lines.feed(bytes);
        if (m_lines.tooLongCount() > dropped)
            all.push_back({at, "…", fmt::format("longer than {} bytes", longestLine)});
        for (const auto& line : lines) {
            Told told{at, line};
            decode(told);
            all.push_back(std::move(told));
        }
        return all;
    }

protected:
    /// Fills what the line in `told.raw` says.
    virtual void decode(Told& told) = 0;

private:
    LineCutter m_lines{longestLine};
};

/// What a line holds at the place where a channel's value stands.
struct Field {
    ToldState state = ToldState::Bad; ///< Good: the text is there
    std::string text;
    std::string words; ///< what the place is called, or why there is nothing
};

/// Where a value stands in the lines of a device.
struct FieldPlace {
    LineForm form = LineForm::NameValue;
    std::string key;
    std::size_t column = 1;
    char separator = ':';
};

/// Among pairs such as "speed:4.2, depth:1.1". Words may hold blanks, so only commas, semicolons
/// and tabs part pairs where words are wanted.
Field pairIn(std::string_view line, const FieldPlace& place, bool areWords)
{
    int pairs = 0;
    for (const auto pair : splitAtAny(line, areWords ? ",;\t" : ",;\t ")) {
        const auto at = pair.find(place.separator);
        if (at == std::string_view::npos)
            continue;
        ++pairs;
        if (trimmed(pair.substr(0, at)) == place.key)
            return {ToldState::Good, std::string(trimmed(pair.substr(at + 1))), place.key};
    }
    if (pairs == 0)
        return {ToldState::Bad, {}, fmt::format("no name{}value in it", place.separator)};
    return {ToldState::Other, {}, fmt::format("nothing about {}", place.key)};
}

Field columnIn(std::string_view line, const FieldPlace& place)
{
    const auto columns = splitAt(line, place.separator);
    if (columns.size() < place.column)
        return {ToldState::Bad, {},
            fmt::format("it has {} of {} columns", columns.size(), place.column)};
    return {ToldState::Good, std::string(trimmed(columns[place.column - 1])),
        fmt::format("column {}", place.column)};
}

/// Dots lead into objects, and numbers into lists, from 0.
const json::Node* nodeAt(const json::Node& root, std::string_view path)
{
    const json::Node* node = &root;
    for (const auto& key : splitAt(path, '.')) {
        if (node == nullptr)
            return nullptr;
        if (node->kind == json::Kind::Array) {
            const auto index = parseNumber(key);
            const bool isThere = index && *index >= 0 && *index == std::floor(*index)
                && *index < static_cast<double>(node->items.size());
            node = isThere ? &node->items[static_cast<std::size_t>(*index)] : nullptr;
        } else {
            node = node->kind == json::Kind::Object ? json::find(*node, key) : nullptr;
        }
    }
    return node;
}

Field jsonIn(std::string_view line, const FieldPlace& place)
{
    const auto root = json::parse(line);
    if (!root)
        return {ToldState::Bad, {}, root.error().message};
    const auto* node = nodeAt(*root, place.key);
    if (node == nullptr)
        return {ToldState::Other, {}, fmt::format("nothing about {}", place.key)};
    if (node->kind == json::Kind::Null)
        return {ToldState::NoValue, {}, fmt::format("{} is null", place.key)};
    if (node->kind == json::Kind::Object || node->kind == json::Kind::Array)
        return {ToldState::Bad, {}, fmt::format("{} holds more than one value", place.key)};
    return {ToldState::Good, node->text, place.key};
}

/// A number, a time of day or a text at one place of the lines.
class FieldDecoder : public LineDecoder {
public:
    enum class Takes { Number, Time, Text };

    FieldDecoder(FieldPlace place, Takes takes, std::string_view nothing = {})
        : m_place(std::move(place))
        , m_takes(takes)
    {
        for (const auto word : splitAtAny(nothing, ";"))
            m_nothing.emplace_back(trimmed(word));
    }
    std::unique_ptr<Decoder> clone() const override
    {
        return std::make_unique<FieldDecoder>(*this);
    }

protected:
    void decode(Told& told) override
    {
        const auto field = m_place.form == LineForm::Json ? jsonIn(told.raw, m_place)
            : m_place.form == LineForm::Columns           ? columnIn(told.raw, m_place)
                                                : pairIn(told.raw, m_place, m_takes == Takes::Text);
        told.state = field.state;
        told.parsed = field.words;
        if (field.state == ToldState::Good)
            take(told, field);
    }

private:
    void take(Told& told, const Field& field)
    {
        if (std::find(m_nothing.begin(), m_nothing.end(), field.text) != m_nothing.end()
            || (m_takes == Takes::Text && field.text.empty())) {
            told.state = ToldState::NoValue;
            told.parsed = fmt::format("{} has nothing: \"{}\"", field.words, field.text);
            m_last.clear();
            return;
        }
        told.parsed = fmt::format("{} = {}", field.words, field.text);
        if (m_takes == Takes::Text)
            return takeText(told, field.text);
        if (m_takes == Takes::Time) {
            if (const auto time = parseClockTime(field.text))
                told.number = *time;
            else
                refuse(told, field, "time");
            return;
        }
        if (const auto number = parseNumber(field.text)) {
            told.number = *number;
            told.parsed = fmt::format("{} = {}", field.words, shortestText(*number));
        } else {
            refuse(told, field, "number");
        }
    }
    static void refuse(Told& told, const Field& field, const char* what)
    {
        told.state = ToldState::Bad;
        told.parsed = fmt::format("{} is no {}: \"{}\"", field.words, what, field.text);
    }
    /// A text is news only once.
    void takeText(Told& told, const std::string& text)
    {
        const bool isControlled = std::any_of(text.begin(), text.end(),
            [](char c) { return static_cast<unsigned char>(c) < 0x20 || c == 0x7F; });
        if (isControlled) {
            told.state = ToldState::Bad;
            told.parsed = "control characters in it";
        } else if (text == m_last) {
            told.state = ToldState::Same;
        } else {
            told.text = m_last = text;
        }
    }

    FieldPlace m_place;
    Takes m_takes;
    std::vector<std::string> m_nothing; ///< what is told where there is nothing
    std::string m_last; ///< text
};

/// The sentences that tell a value, the one that is believed first. A receiver whose RMC is
/// switched off tells its speed in VTG.
std::vector<std::string_view> sentencesOf(ReceiverGives gives)
{
    switch (gives) {
    case ReceiverGives::Speed:
    case ReceiverGives::Course:
        return {"RMC", "VTG"};
    case ReceiverGives::Latitude:
    case ReceiverGives::Longitude:
        return {"RMC", "GGA", "GLL"};
    case ReceiverGives::Altitude:
    case ReceiverGives::Satellites:
        break;
    }
    return {"GGA"};
}

class SentenceDecoder : public LineDecoder {
public:
    explicit SentenceDecoder(ReceiverGives gives)
        : m_gives(gives)
        , m_types(sentencesOf(gives))
    {
    }
    std::unique_ptr<Decoder> clone() const override
    {
        return std::make_unique<SentenceDecoder>(*this);
    }

protected:
    void decode(Told& told) override
    {
        const auto sentence = parseNmea(told.raw);
        if (!sentence) {
            told.parsed = sentence.error().message;
            return;
        }
        told.state = ToldState::Other;
        told.parsed = sentence->type.empty() ? sentence->talker : sentence->type;
        const auto news = stateOf(*sentence);
        if (news.hasFix)
            m_hasFix = *news.hasFix;
        // Once a better sentence has come, the others say nothing new.
        const auto believed = std::find(m_types.begin(), m_types.end(), sentence->type);
        if (believed == m_types.end())
            return;
        m_types.erase(believed + 1, m_types.end());
        if (news.secondOfDay && news.secondOfDay == m_told) {
            told.parsed += ": told already";
            return;
        }
        const auto value = m_hasFix || m_gives == ReceiverGives::Satellites ? givenBy(news, m_gives)
                                                                            : std::nullopt;
        if (!value) {
            told.state = ToldState::NoValue;
            told.parsed += m_hasFix ? ": nothing in it" : ": no fix";
            return;
        }
        m_told = news.secondOfDay;
        told.state = ToldState::Good;
        told.number = *value;
        told.parsed += fmt::format(": {} {}", receiverGivesWords[static_cast<std::size_t>(m_gives)],
            significantText(*value, 6));
    }

private:
    ReceiverGives m_gives;
    std::vector<std::string_view> m_types; ///< that are believed
    bool m_hasFix = true; ///< as long as no sentence says otherwise
    std::optional<double> m_told; ///< the second of the day of the newest value
};

/// Whether the same thing came again too soon.
class HoldOff {
public:
    explicit HoldOff(const Quantity& quantity)
        : m_ticks(ticksFromSeconds(inSi(quantity)))
    {
    }
    bool holds(Ticks at) const { return m_hasCome && at - m_last < m_ticks; }
    void count(Ticks at)
    {
        m_last = at;
        m_hasCome = true;
    }

private:
    Ticks m_ticks;
    Ticks m_last;
    bool m_hasCome = false;
};

class LabelDecoder : public LineDecoder {
public:
    explicit LabelDecoder(const Source& source)
        : m_spec(source.labels)
        , m_names(source.names)
        , m_holdOff(source.labels.holdOff)
    {
    }
    std::unique_ptr<Decoder> clone() const override
    {
        return std::make_unique<LabelDecoder>(*this);
    }

protected:
    void decode(Told& told) override
    {
        const std::string label(trimmed(told.raw));
        const bool isControlled = std::any_of(label.begin(), label.end(),
            [](char c) { return static_cast<unsigned char>(c) < 0x20; });
        if (label.empty() || isControlled) {
            told.parsed = "control characters in it";
            return;
        }
        if (const auto wrong = wrongDigit(label); m_spec.checksDigit && !wrong.empty()) {
            told.parsed = wrong;
            return;
        }
        const auto name = nameOf(m_names, label);
        told.parsed = name.empty() ? "no name" : std::string(name);
        told.state =
            label == m_last && m_holdOff.holds(told.at) ? ToldState::Held : ToldState::Good;
        if (told.state == ToldState::Held)
            return;
        told.text = m_last = label;
        m_holdOff.count(told.at);
    }

private:
    /// What is wrong with the check digit of a number that has one.
    static std::string wrongDigit(const std::string& label)
    {
        constexpr std::array<std::size_t, 5> lengths{8, 12, 13, 14, 18};
        if (std::find(lengths.begin(), lengths.end(), label.size()) == lengths.end())
            return {};
        const auto right = gs1CheckDigit(std::string_view(label).substr(0, label.size() - 1));
        if (!right || label.back() < '0' || label.back() > '9' || label.back() - '0' == *right)
            return {};
        return fmt::format("the check digit is {}, {} belongs there", label.back(), *right);
    }

    LabelSpec m_spec;
    std::vector<NameSpec> m_names;
    HoldOff m_holdOff;
    std::string m_last;
};

/// Frames of four bytes, the highest first.
class KeyCodeDecoder : public Decoder {
public:
    explicit KeyCodeDecoder(const Source& source)
        : m_spec(source.keyCodes)
        , m_names(source.names)
        , m_holdOff(source.keyCodes.holdOff)
    {
    }

    std::unique_ptr<Decoder> clone() const override
    {
        return std::make_unique<KeyCodeDecoder>(*this);
    }
    std::vector<Told> feed(Ticks at, std::string_view bytes) override
    {
        // A pause ends a frame that was torn.
        if (at - m_lastAt > ticksFromSeconds(frameSeconds))
            m_begun.clear();
        m_lastAt = at;
        std::vector<Told> all;
        for (const char byte : bytes) {
            m_begun += byte;
            if (m_begun.size() == 4)
                all.push_back(decode(at));
        }
        return all;
    }

private:
    static constexpr double frameSeconds = 0.05;
    unsigned byteAt(std::size_t i) const { return static_cast<unsigned char>(m_begun[i]); }

    Told decode(Ticks at)
    {
        Told told{at};
        for (std::size_t i = 0; i < 4; ++i)
            told.raw += fmt::format("{:02X}", byteAt(i));
        const bool isRight = !m_spec.hasComplements
            || (byteAt(0) == (~byteAt(1) & 0xFFU) && byteAt(2) == (~byteAt(3) & 0xFFU));
        m_begun.clear();
        if (told.raw == "FFFFFFFF") {
            if (!m_spec.takesRepeats || m_last.empty()) {
                told.state = ToldState::Repeat;
                told.parsed = "the key is held";
                return told;
            }
            count(told, m_last);
            return told;
        }
        if (!isRight) {
            told.parsed = "its complements do not fit";
            m_last.clear(); // what repeats now is not known
            return told;
        }
        count(told, told.raw);
        return told;
    }

    void count(Told& told, const std::string& code)
    {
        const auto name = nameOf(m_names, code);
        told.parsed = name.empty() ? "no name" : std::string(name);
        m_last = code;
        if (m_holdOff.holds(told.at)) {
            told.state = ToldState::Held;
            return;
        }
        m_holdOff.count(told.at);
        told.state = ToldState::Good;
        told.text = code;
    }

    KeyCodeSpec m_spec;
    std::vector<NameSpec> m_names;
    HoldOff m_holdOff;
    std::string m_begun;
    std::string m_last; ///< the code that a repeat repeats
    Ticks m_lastAt;
};

} // namespace

std::unique_ptr<Decoder> makeDecoder(const Source& source, const LineShape& shape)
{
    using Takes = FieldDecoder::Takes;
    const auto named = [](std::string name) {
        return std::make_unique<FieldDecoder>(
            FieldPlace{LineForm::NameValue, std::move(name)}, Takes::Number);
    };
    const auto& lines = source.lines;
    switch (source.kind) {
    case SourceKind::KeyCodes:
        return std::make_unique<KeyCodeDecoder>(source);
    case SourceKind::Labels:
        return std::make_unique<LabelDecoder>(source);
    case SourceKind::Receiver:
        return std::make_unique<SentenceDecoder>(source.receiver.gives);
    case SourceKind::Node:
        return named(fieldOf(source.node));
    case SourceKind::Computer:
        return named(std::string(computerGivesWords[static_cast<std::size_t>(source.computer)]));
    case SourceKind::Lines:
    case SourceKind::Words:
        return std::make_unique<FieldDecoder>(
            FieldPlace{
                shape.form, lines.key, static_cast<std::size_t>(lines.column), shape.separator[0]},
            source.kind == SourceKind::Words ? Takes::Text
                : lines.isTime               ? Takes::Time
                                             : Takes::Number,
            lines.nothing);
    case SourceKind::Analog:
    case SourceKind::Waveform:
    case SourceKind::KeyLadder:
    case SourceKind::Pulses:
    case SourceKind::Encoder:
    case SourceKind::Switch:
    case SourceKind::KeyMatrix:
    case SourceKind::Clock:
    case SourceKind::Uptime:
    case SourceKind::Network:
    case SourceKind::Derived:
        break;
    }
    return nullptr;
}

} // namespace fern
