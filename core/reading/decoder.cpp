#include "reading/decoder.h"

#include "base/json.h"
#include "base/number_text.h"
#include "base/split.h"
#include "base/units.h"
#include "reading/check_digit.h"
#include "reading/line_cutter.h"
#include "reading/receiver_gives.h"

#include <algorithm>
#include <array>

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

void takeNumber(Told& told, std::string_view word, std::string_view what)
{
    const auto number = parseNumber(trimmed(word));
    if (!number) {
        told.parsed = fmt::format("{} is no number: \"{}\"", what, trimmed(word));
        return;
    }
    told.state = ToldState::Good;
    told.number = *number;
    told.parsed = fmt::format("{} = {}", what, shortestText(*number));
}

/// Pairs such as "speed:4.2, depth:1.1".
class PairDecoder : public LineDecoder {
public:
    PairDecoder(std::string key, char separator)
        : m_key(std::move(key))
        , m_separator(separator)
    {
    }
    std::unique_ptr<Decoder> clone() const override { return std::make_unique<PairDecoder>(*this); }

protected:
    void decode(Told& told) override
    {
        int pairs = 0;
        for (const auto pair : splitAtAny(told.raw, ",;\t ")) {
            const auto at = pair.find(m_separator);
            if (at == std::string_view::npos)
                continue;
            ++pairs;
            if (trimmed(pair.substr(0, at)) == m_key)
                return takeNumber(told, pair.substr(at + 1), m_key);
        }
        if (pairs == 0) {
            told.parsed = fmt::format("no name{}value in it", m_separator);
            return;
        }
        told.state = ToldState::Other;
        told.parsed = fmt::format("nothing about {}", m_key);
    }

private:
    std::string m_key;
    char m_separator;
};

class ColumnDecoder : public LineDecoder {
public:
    ColumnDecoder(int column, char separator)
        : m_column(static_cast<std::size_t>(column))
        , m_separator(separator)
    {
    }
    std::unique_ptr<Decoder> clone() const override
    {
        return std::make_unique<ColumnDecoder>(*this);
    }

protected:
    void decode(Told& told) override
    {
        const auto columns = splitAt(told.raw, m_separator);
        if (columns.size() < m_column)
            told.parsed = fmt::format("it has {} of {} columns", columns.size(), m_column);
        else
            takeNumber(told, columns[m_column - 1], fmt::format("column {}", m_column));
    }

private:
    std::size_t m_column;
    char m_separator;
};

class JsonDecoder : public LineDecoder {
public:
    explicit JsonDecoder(std::string path)
        : m_path(std::move(path))
    {
    }
    std::unique_ptr<Decoder> clone() const override { return std::make_unique<JsonDecoder>(*this); }

protected:
    void decode(Told& told) override
    {
        const auto root = json::parse(told.raw);
        if (!root) {
            told.parsed = root.error().message;
            return;
        }
        const json::Node* node = &*root;
        for (const auto& key : splitAt(m_path, '.'))
            node = node == nullptr || node->kind != json::Kind::Object ? nullptr
                                                                       : json::find(*node, key);
        if (node == nullptr) {
            told.state = ToldState::Other;
            told.parsed = fmt::format("nothing about {}", m_path);
        } else if (node->kind == json::Kind::Null) {
            told.state = ToldState::NoValue;
            told.parsed = fmt::format("{} is null", m_path);
        } else {
            takeNumber(told, node->text, m_path);
        }
    }

private:
    std::string m_path;
};

class SentenceDecoder : public LineDecoder {
public:
    explicit SentenceDecoder(ReceiverGives gives)
        : m_gives(gives)
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
        const auto state = stateOf(*sentence);
        const auto type = sentence->type.empty() ? sentence->talker : sentence->type;
        const bool isMine = sentence->type == sentenceOf(m_gives);
        told.state = ToldState::Other;
        told.parsed = type;
        if (!isMine)
            return;
        const auto value = givenBy(state, m_gives);
        if (!value) {
            told.state = ToldState::NoValue;
            told.parsed += state.hasFix == false ? ": no fix" : ": nothing in it";
            return;
        }
        told.state = ToldState::Good;
        told.number = *value;
        told.parsed += fmt::format(": {} {}", receiverGivesWords[static_cast<std::size_t>(m_gives)],
            significantText(*value, 6));
    }

private:
    static std::string_view sentenceOf(ReceiverGives gives)
    {
        return gives == ReceiverGives::Altitude || gives == ReceiverGives::Satellites ? "GGA"
                                                                                      : "RMC";
    }

    ReceiverGives m_gives;
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
    switch (source.kind) {
    case SourceKind::KeyCodes:
        return std::make_unique<KeyCodeDecoder>(source);
    case SourceKind::Labels:
        return std::make_unique<LabelDecoder>(source);
    case SourceKind::Receiver:
        return std::make_unique<SentenceDecoder>(source.receiver.gives);
    case SourceKind::Node:
        return std::make_unique<PairDecoder>(std::to_string(source.node.address), ':');
    case SourceKind::Computer:
        return std::make_unique<PairDecoder>(
            std::string(computerGivesWords[static_cast<std::size_t>(source.computer)]), ':');
    default:
        break;
    }
    const auto& lines = source.lines;
    if (shape.form == LineForm::Json)
        return std::make_unique<JsonDecoder>(lines.key);
    if (shape.form == LineForm::Columns)
        return std::make_unique<ColumnDecoder>(lines.column, shape.separator[0]);
    return std::make_unique<PairDecoder>(lines.key, shape.separator[0]);
}

} // namespace fern
