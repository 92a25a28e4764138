#include "instrument/parameter_archive.h"

#include "base/split.h"

#include <array>

namespace fern {

namespace {

using Label = std::pair<std::string_view, std::string_view>;

/// Keys whose words for people are others than the key taken apart.
constexpr auto labels = std::to_array<Label>({
    {"M", "a new level after"},
    {"N", "of the last"},
    {"above", "found from"},
    {"accuracy", "accuracy ±"},
    {"acknowledges", "answers each key that did something"},
    {"activePercent", "active, % of the time"},
    {"baud", "bits a second"},
    {"band", "until it differs by"},
    {"below", "0 under"},
    {"beta", "B, K"},
    {"beyond", "changes beyond, digits"},
    {"counterBits", "bits of the counter, 0 endless"},
    {"blocks", "the program waits for it"},
    {"blinds", "interrupts off for"},
    {"board", "read or told by"},
    {"checksDigit", "refuses wrong check digits"},
    {"clear", "cleared by"},
    {"closesBelow", "closes below"},
    {"coldStart", "first fix after"},
    {"coefficients", "coefficients, the constant first"},
    {"confirm", "confirmed by"},
    {"contact", "is a contact"},
    {"damageAbove", "damaged above"},
    {"decoupled", "has its capacitors"},
    {"driftPpm", "runs fast by, ppm"},
    {"discards", "conversions thrown away after a switch"},
    {"dutyPercent", "high, % of the time"},
    {"diodes", "a diode at each key"},
    {"edgesPerDetent", "edges a detent"},
    {"efficiencyPercent", "efficiency, %"},
    {"ends", "outside its points"},
    {"fastest", "follows up to"},
    {"forward", "forward voltage"},
    {"gives", "it gives"},
    {"hasComplements", "carries complements"},
    {"hertz", "of the mains, Hz"},
    {"highFrom", "sees high from"},
    {"hold", "begins again after, s"},
    {"holdName", "held and let go by"},
    {"inHigh", "a reading of"},
    {"inLow", "a reading of"},
    {"input", "seen by"},
    {"inputLeast", "works from"},
    {"inputMost", "highest input"},
    {"k", "stands out by, deviations"},
    {"kelvinPerWatt", "to the air, K/W"},
    {"least", "of at least"},
    {"limit", "gives at most"},
    {"lossPercent", "messages lost, %"},
    {"means", "one is added by"},
    {"measure", "the rate is from"},
    {"mirrored", "shares its address"},
    {"motor", "is a motor"},
    {"noiseLsb", "noise, LSB"},
    {"nonlinearityLsb", "nonlinearity, LSB"},
    {"nothing", "has nothing when it says"},
    {"of", "follows"},
    {"offBelow", "off below"},
    {"offsetLsb", "offset, LSB"},
    {"onPage", "only while it shows"},
    {"open", "no key is called"},
    {"opensAt", "opens at"},
    {"outHigh", "becomes"},
    {"outLow", "becomes"},
    {"per", "for a reading of"},
    {"perSecond", "units a second"},
    {"perUnit", "pulses for one unit"},
    {"pressedIsLow", "pressed is low"},
    {"pull", "held while open by a resistor"},
    {"pullUpTo", "pulled up to"},
    {"quiescent", "own current"},
    {"referenceTolerancePercent", "reference tolerance, %"},
    {"restarts", "a code meanwhile begins it again"},
    {"runsFor", "stops by itself after"},
    {"sampleEvery", "every"},
    {"scatter", "scatter, m/s"},
    {"separator", "separated by"},
    {"sleepPercent", "asleep, % of the time"},
    {"sourceMost", "source at most"},
    {"stopName", "stopped and started by"},
    {"settles", "settles over, conversions after a switch"},
    {"straps", "straps give"},
    {"supplyFrom", "works from"},
    {"supplyTo", "works up to"},
    {"slowest", "slowest plausible"},
    {"takesRepeats", "a held key counts again"},
    {"time", "is a time of day"},
    {"timeOut", "stands still after"},
    {"toReference", "goes to the reference"},
    {"tolerancePercent", "resistors ±, %"},
    {"usablePercent", "usable, %"},
    {"usual", "usual addresses"},
    {"wholePort", "writes a whole port"},
    {"zone", "time zone rule"},
});

/// Headings of the groups inside a part.
constexpr auto groups = std::to_array<Label>({
    {"bank", "Power bank"},
    {"battery", "Battery"},
    {"converter", "Converter"},
    {"derived", "Made of"},
    {"entry", "Typed by keys"},
    {"dimming", "Dimmed"},
    {"emitter", "Light emitter"},
    {"gate", "Only while"},
    {"levels", "Levels"},
    {"load", "Draws"},
    {"outside", "Supply from outside"},
    {"port", "On the bus"},
    {"regulator", "Regulator"},
    {"seeking", "Seeks"},
    {"sequence", "When a code comes"},
    {"serial", "Serial line"},
    {"servo", "Servo"},
    {"turning", "Pages are turned"},
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

} // namespace

std::string parameterLabel(std::string_view key)
{
    const auto known = lookUp(labels, key);
    return known.empty() ? takenApart(key) : std::string(known);
}

std::string pairsText(const json::Node& pairs)
{
    std::string words;
    for (const auto& pair : pairs.items) {
        const auto& value = pair.items[1];
        words +=
            fmt::format("{}{}: {}", words.empty() ? "" : "; ", shortestText(pair.items[0].number),
                value.kind == json::Kind::String ? value.text : shortestText(value.number));
    }
    return words;
}

Result<json::Node> parsePairs(std::string_view text, bool areTexts)
{
    auto pairs = json::makeArray();
    for (const auto word : splitAtAny(text, ";\n")) {
        if (trimmed(word).empty())
            continue;
        const auto colon = word.find(':');
        const std::string rest(
            colon == std::string_view::npos ? "" : trimmed(word.substr(colon + 1)));
        const auto seconds = parseNumber(trimmed(word.substr(0, colon)));
        const auto value = parseNumber(rest);
        if (!seconds || rest.empty() || (!areTexts && !value))
            return Error{ErrorCode::InvalidArgument,
                fmt::format("\"{}\" is no pair such as {}", trimmed(word),
                    areTexts ? "2.5: up" : "10: 6.5"),
                ""};
        auto& pair = pairs.items.emplace_back(json::makeArray());
        pair.items.push_back(json::makeNumber(*seconds));
        pair.items.push_back(areTexts ? json::makeString(rest) : json::makeNumber(*value));
    }
    return pairs;
}

std::string numbersText(const json::Node& numbers)
{
    std::string words;
    for (const auto& item : numbers.items)
        words += (words.empty() ? "" : "; ") + shortestText(item.number);
    return words;
}

Result<json::Node> parseNumbers(std::string_view text)
{
    auto numbers = json::makeArray();
    for (const auto word : splitAtAny(text, ";\n")) {
        const auto number = parseNumber(trimmed(word));
        if (!number)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("\"{}\" is no number such as 0.0043", trimmed(word)), ""};
        numbers.items.push_back(json::makeNumber(*number));
    }
    return numbers;
}

std::string parameterGroup(std::string_view key)
{
    return std::string(lookUp(groups, key));
}

} // namespace fern
