#include "run/played_log.h"

#include "base/calendar.h"
#include "base/number_text.h"
#include "reading/nmea.h"
#include "reading/sentence_clock.h"
#include "run/import_proposal.h"
#include "signal/csv.h"

#include <algorithm>
#include <utility>

namespace fern {

namespace {

constexpr std::size_t lookedAt = 1U << 16U; ///< bytes

/// Where the times of a log stand.
struct TimeOfLines {
    bool isSentences = false;
    int column = -1; ///< of a table; -1: its rows tell none
    double unitSeconds = 1;
    char separator = ',';

    bool isKnown() const { return isSentences || column >= 0; }
};

TimeOfLines timeOfLines(std::string_view text)
{
    TimeOfLines time;
    const auto look = lookAtLog(text.substr(0, lookedAt));
    if (!look)
        return time;
    if (look->isSentences) {
        time.isSentences = true;
        return time;
    }
    const auto proposed = proposedTime(*look);
    time.column = proposed.column;
    time.unitSeconds = proposed.unitSeconds;
    CsvRows rows;
    rows.feed(text.substr(0, lookedAt));
    if (const auto first = rows.next(true))
        time.separator = separatorOf(*first);
    return time;
}

class PlayedLog : public StandIn {
public:
    PlayedLog(std::string text, double everySeconds)
        : m_text(std::move(text))
        , m_time(timeOfLines(m_text))
        , m_every(ticksFromSeconds(everySeconds))
    {
    }

    std::vector<Sent> until(Ticks until) override
    {
        std::vector<Sent> sent;
        while (m_at < m_text.size()) {
            const auto end = std::min(m_text.find('\n', m_at), m_text.size() - 1) + 1;
            const auto line = std::string_view(m_text).substr(m_at, end - m_at);
            if (!m_isTimed) {
                m_due = m_time.isKnown() ? timedAt(line) : m_every * m_line;
                m_isTimed = true;
            }
            if (m_due > until)
                break;
            sent.push_back({m_due, std::string(line)});
            m_at = end;
            ++m_line;
            m_isTimed = false;
        }
        return sent;
    }

private:
    /// The instant of a line, not before that of the line above it.
    Ticks timedAt(std::string_view line)
    {
        const auto seconds = secondsOf(trimmed(line));
        if (!seconds)
            return m_due;
        if (!m_first)
            m_first = seconds;
        return std::max(m_due, ticksFromSeconds(*seconds - *m_first));
    }
    std::optional<double> secondsOf(std::string_view line)
    {
        if (m_time.isSentences)
            return secondsOfSentence(line);
        const auto cells = splitCsvLine(line, m_time.separator);
        const auto column = static_cast<std::size_t>(m_time.column);
        if (column >= cells.size())
            return std::nullopt;
        const auto cell = trimmed(cells[column]);
        if (const auto number = parseNumber(cell))
            return *number * m_time.unitSeconds;
        const auto date = parseDateTime(cell);
        return date ? std::optional(static_cast<double>(date->second) + date->fraction)
                    : std::nullopt;
    }
    std::optional<double> secondsOfSentence(std::string_view line)
    {
        const auto sentence = parseNmea(line);
        if (!sentence)
            return std::nullopt;
        const auto state = stateOf(*sentence);
        const bool hadFix = std::exchange(m_hasFix, state.hasFix.value_or(m_hasFix));
        if (!state.secondOfDay)
            return std::nullopt;
        return m_clock.follow(*state.secondOfDay, hadFix);
    }

    std::string m_text;
    TimeOfLines m_time;
    Ticks m_every;
    std::size_t m_at = 0; ///< of the next line
    std::int64_t m_line = 0; ///< its number, from 0
    bool m_isTimed = false; ///< m_due is the next line's
    Ticks m_due;
    std::optional<double> m_first; ///< seconds
    SentenceClock m_clock;
    bool m_hasFix = false;
};

} // namespace

std::unique_ptr<StandIn> playedLog(std::string text, double everySeconds)
{
    return std::make_unique<PlayedLog>(std::move(text), everySeconds);
}

} // namespace fern
