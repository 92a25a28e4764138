#include "judge/shown_check.h"

#include "base/number_text.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t kept = 40; ///< of a reader, texts and ratios

template <class T> void keep(std::deque<T>& all, std::type_identity_t<T> value)
{
    all.push_back(std::move(value));
    if (all.size() > kept)
        all.pop_front();
}

/// The number at the begin of a text, without the unit that may follow; boards write a blank as
/// "_".
std::optional<double> numberIn(std::string_view text)
{
    return parseNumber(text.substr(0, text.find_first_of("_ ")));
}

int decimalsIn(std::string_view text)
{
    const auto number = text.substr(0, text.find_first_of("_ "));
    const auto point = number.find('.');
    return point == std::string_view::npos ? 0 : static_cast<int>(number.size() - point - 1);
}

std::string plainText(std::string_view text)
{
    std::string plain(trimmed(text));
    std::replace(plain.begin(), plain.end(), ' ', '_');
    return plain;
}

bool isMark(std::string_view text)
{
    return !text.empty() && text.find_first_not_of(text[0]) == std::string_view::npos
        && (text[0] < '0' || text[0] > '9');
}

/// The cause where one side is no number.
std::string markCause(const ShownPair& pair, bool isBoardNumber, bool isOursNumber)
{
    if (isMark(pair.ours) && isBoardNumber)
        return "it shows a number although it has none: the last one stays";
    if (isMark(pair.board) && isOursNumber)
        return "it shows a mark although it has a value";
    return "no number on one side";
}

/// The longest time between two redraws of what a reader shows; none where no page shows it.
Ticks redrawOf(const PlainInstrument& instrument, std::string_view reader)
{
    Ticks longest;
    for (const auto& display : instrument.displays)
        for (const auto& page : display.pages)
            for (const auto& field : page.fields)
                if (field.traits().hasReader && field.reader == reader)
                    longest = std::max(longest, display.redrawEvery);
    return longest;
}

} // namespace

std::optional<std::size_t> shownReaderOf(const PlainInstrument& instrument, std::string_view field)
{
    constexpr std::string_view ending = ".shown";
    if (!field.ends_with(ending))
        return std::nullopt;
    const auto name = field.substr(0, field.size() - ending.size());
    for (std::size_t i = 0; i < instrument.readers.size(); ++i)
        if (instrument.readers[i].id == name)
            return i;
    for (std::size_t i = 0; i < instrument.readers.size(); ++i)
        if (instrument.channels[instrument.readers[i].channel].id == name)
            return i;
    return std::nullopt;
}

std::vector<ShownPair> ShownCheck::compare(
    const PlainInstrument& instrument, const FirmwareRun& run, const StreamLine& line)
{
    std::vector<ShownPair> pairs;
    for (const auto& field : line.reading.fields) {
        const auto index = shownReaderOf(instrument, field.name);
        if (!index)
            continue;
        const auto& state = run.reader(*index);
        const auto reader = inForm(instrument.readers[*index], state.form);
        const auto& latest = run.latest(reader.channel);
        if (latest.hasCome)
            pairs.push_back(compare(instrument, reader, *index, line.at, field.text,
                readerText(instrument, *index, state, latest, run.now()),
                inReaderUnit(latest.real, reader)));
    }
    return pairs;
}

ShownPair ShownCheck::compare(const PlainInstrument& instrument, const PlainReader& reader,
    std::size_t index, Ticks at, std::string_view boardText, std::string_view oursText,
    double exact)
{
    ShownPair pair{at, index, plainText(boardText), plainText(oursText), {}};
    const auto board = numberIn(pair.board);
    const auto ours = numberIn(pair.ours);
    const double digit = digitWorth(reader.text);
    auto& before = m_before[index];
    if (pair.board != pair.ours && !couldShow(instrument, reader, pair, exact, before))
        pair.cause = board && ours ? numberCause(pair, *board, *ours, exact, digit, before)
                                   : markCause(pair, board.has_value(), ours.has_value());
    if (board && ours && *ours != 0 && std::fabs(*board - *ours) > 1.5 * digit)
        keep(before.ratios, *board / *ours);
    keep(before.ours, {at, pair.ours, exact});
    return pair;
}

bool ShownCheck::couldShow(const PlainInstrument& instrument, const PlainReader& reader,
    const ShownPair& pair, double exact, const Before& before)
{
    if (before.ours.empty())
        return false;
    const auto& channel = instrument.channels[reader.channel];
    const auto between = pair.at - before.ours.back().at; // two lines
    const auto from = pair.at - between - channel.sampleEvery - redrawOf(instrument, reader.id);
    const double digit = digitWorth(reader.text);
    double least = exact;
    double most = exact;
    for (const auto& earlier : before.ours) {
        if (earlier.at < from)
            continue;
        if (earlier.text == pair.board)
            return true;
        least = std::fmin(least, earlier.exact);
        most = std::fmax(most, earlier.exact);
    }
    const auto board = numberIn(pair.board);
    const bool isSlow = between.ns * 2 > channel.sampleEvery.ns * 3;
    return isSlow && board && decimalsIn(pair.board) == decimalsIn(pair.ours)
        && *board > least - digit && *board < most + digit && most - least > digit;
}

std::string ShownCheck::numberCause(const ShownPair& pair, double board, double ours, double exact,
    double digit, const Before& before)
{
    const int decimals = decimalsIn(pair.board);
    if (decimals != decimalsIn(pair.ours))
        return fmt::format("{} decimal{} instead of {}", decimals, decimals == 1 ? "" : "s",
            decimalsIn(pair.ours));
    const double cut = std::trunc(exact / digit) * digit;
    if (std::fabs(board - cut) < digit / 4 && std::fabs(ours - cut) > digit / 4)
        return "cut instead of rounded";
    if (std::any_of(before.ours.begin(), before.ours.end(),
            [&](const Text& earlier) { return earlier.text == pair.board; }))
        return "shown here a little earlier: it is redrawn later, or smooths more";
    if (std::fabs(board - ours) < 1.5 * digit)
        return "one step of the last digit";
    // A difference that is always the same share comes from the scaling.
    constexpr std::size_t enough = 3;
    const double ratio = ours == 0 ? 0 : board / ours;
    const bool isSteady = before.ratios.size() >= enough
        && std::all_of(before.ratios.begin(), before.ratios.end(),
            [&](double other) { return std::fabs(other - ratio) < 0.2 * std::fabs(ratio - 1); });
    return isSteady
        ? fmt::format("always {} % off: another resistor, reference or factor in its scaling",
            significantText(100 * (ratio - 1), 2))
        : "another value";
}

} // namespace fern
