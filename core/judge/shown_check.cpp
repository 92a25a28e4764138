#include "judge/shown_check.h"

#include "base/number_text.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr std::size_t earlierKept = 40;
constexpr std::size_t ratiosKept = 40;

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

ShownPair ShownCheck::compare(const PlainInstrument& instrument, std::size_t index, Ticks at,
    std::string_view boardText, std::string_view oursText, double exact)
{
    const auto& reader = instrument.readers[index];
    ShownPair pair{at, index, plainText(boardText), plainText(oursText), {}};
    const auto board = numberIn(pair.board);
    const auto ours = numberIn(pair.ours);
    const double digit = std::pow(10.0, -reader.text.decimals);
    const auto wasShown = std::find_if(m_earlier.rbegin(), m_earlier.rend(),
        [&](const Earlier& e) { return e.reader == index && e.ours == pair.board; });
    const auto causeOf = [&]() -> std::string {
        if (pair.board == pair.ours)
            return {};
        if (!board || !ours) {
            if (isMark(pair.ours) && board)
                return "it shows a number although it has none: the last one stays";
            if (isMark(pair.board) && ours)
                return "it shows a mark although it has a value";
            return "no number on one side";
        }
        if (decimalsIn(pair.board) != decimalsIn(pair.ours))
            return fmt::format(
                "{} decimals instead of {}", decimalsIn(pair.board), decimalsIn(pair.ours));
        const double cut = std::trunc(exact / digit) * digit;
        if (std::fabs(*board - cut) < digit / 4 && std::fabs(*ours - cut) > digit / 4)
            return "cut instead of rounded";
        if (wasShown != m_earlier.rend())
            return "shown here a little earlier: it is redrawn later, or smooths more";
        if (std::fabs(*board - *ours) < 1.5 * digit)
            return "one step of the last digit";
        return {};
    };
    pair.cause = causeOf();
    if (pair.board != pair.ours && pair.cause.empty()) {
        // Differences of the same share come from the scaling, of the same size from an offset.
        std::vector<double> ratios;
        for (const auto& [reader_, ratio] : m_ratios)
            if (reader_ == index)
                ratios.push_back(ratio);
        const double ratio = *ours == 0 ? 0 : *board / *ours;
        const bool isSteady =
            ratios.size() >= 3 && std::all_of(ratios.begin(), ratios.end(), [&](double other) {
                return std::fabs(other - ratio) < 0.2 * std::fabs(ratio - 1);
            });
        pair.cause = isSteady
            ? fmt::format("always {} % off: another resistor, reference or factor in its scaling",
                significantText(100 * (ratio - 1), 2))
            : "another value";
    }
    if (board && ours && *ours != 0 && std::fabs(*board - *ours) > 1.5 * digit) {
        m_ratios.emplace_back(index, *board / *ours);
        if (m_ratios.size() > ratiosKept)
            m_ratios.pop_front();
    }
    m_earlier.push_back({index, pair.ours});
    if (m_earlier.size() > earlierKept * std::max<std::size_t>(1, instrument.readers.size()))
        m_earlier.pop_front();
    return pair;
}

} // namespace fern
