#include "base/time_zone.h"

#include "base/calendar.h"

namespace fern {

namespace {

constexpr int daySeconds = 86400;

class RuleReader {
public:
    explicit RuleReader(std::string_view text)
        : m_rest(text)
    {
    }
    bool failed() const { return m_failed; }
    bool atEnd() const { return m_rest.empty(); }

    bool takes(char c)
    {
        if (m_rest.empty() || m_rest.front() != c)
            return false;
        m_rest.remove_prefix(1);
        return true;
    }
    std::string name()
    {
        const bool isQuoted = takes('<');
        std::string text;
        while (!m_rest.empty()
            && (isQuoted ? m_rest.front() != '>'
                         : (m_rest.front() | 0x20) >= 'a' && (m_rest.front() | 0x20) <= 'z')) {
            text += m_rest.front();
            m_rest.remove_prefix(1);
        }
        m_failed = m_failed || text.size() < 3 || (isQuoted && !takes('>'));
        return text;
    }
    int number(int least, int most)
    {
        int value = 0;
        int digits = 0;
        while (!m_rest.empty() && m_rest.front() >= '0' && m_rest.front() <= '9' && digits < 4) {
            value = value * 10 + (m_rest.front() - '0');
            m_rest.remove_prefix(1);
            ++digits;
        }
        m_failed = m_failed || digits == 0 || value < least || value > most;
        return value;
    }
    /// [+-]hh[:mm[:ss]] in seconds.
    int time(int mostHours)
    {
        const bool isNegative = takes('-');
        if (!isNegative)
            takes('+');
        int seconds = number(0, mostHours) * 3600;
        if (takes(':'))
            seconds += number(0, 59) * 60;
        if (takes(':'))
            seconds += number(0, 59);
        return isNegative ? -seconds : seconds;
    }
    ZoneChange change()
    {
        ZoneChange c;
        m_failed = m_failed || !takes(',') || !takes('M');
        c.month = number(1, 12);
        m_failed = m_failed || !takes('.');
        c.week = number(1, 5);
        m_failed = m_failed || !takes('.');
        c.weekday = number(0, 6);
        if (takes('/'))
            c.seconds = time(167);
        return c;
    }

private:
    std::string_view m_rest;
    bool m_failed = false;
};

/// Local seconds since 1970 of a change in that year, in the time that ends.
std::int64_t changeIn(int year, const ZoneChange& change)
{
    const UtcTime first{year, change.month, 1};
    int day = 1 + (change.weekday - weekdayOf(first) + 7) % 7 + 7 * (change.week - 1);
    const UtcTime next{change.month == 12 ? year + 1 : year, change.month % 12 + 1, 1};
    const auto length = (epochOf(next) - epochOf(first)) / daySeconds;
    while (day > length)
        day -= 7;
    return epochOf({year, change.month, day}) + change.seconds;
}

} // namespace

Result<ZoneRule> parseZoneRule(std::string_view text)
{
    RuleReader reader(text);
    ZoneRule rule;
    rule.name = reader.name();
    rule.offset = -reader.time(24); // the rule counts west of UTC
    if (!reader.failed() && !reader.atEnd()) {
        rule.summerName = reader.name();
        rule.summerOffset = rule.offset + 3600;
        if (RuleReader ahead = reader; !ahead.takes(','))
            rule.summerOffset = -reader.time(24);
        rule.toSummer = reader.change();
        rule.toWinter = reader.change();
    }
    if (reader.failed() || !reader.atEnd())
        return Error{ErrorCode::InvalidArgument,
            "\"" + std::string(text)
                + "\" is no time zone rule such as CET-1CEST,M3.5.0,M10.5.0/3 or UTC0",
            ""};
    return rule;
}

int offsetAt(const ZoneRule& rule, std::int64_t epochSeconds)
{
    if (rule.summerName.empty())
        return rule.offset;
    const int year = utcOf(epochSeconds + rule.offset).year;
    const auto toSummer = changeIn(year, rule.toSummer) - rule.offset;
    const auto toWinter = changeIn(year, rule.toWinter) - rule.summerOffset;
    // South of the equator the summer spans the new year.
    const bool isSummer = toSummer < toWinter ? epochSeconds >= toSummer && epochSeconds < toWinter
                                              : epochSeconds >= toSummer || epochSeconds < toWinter;
    return isSummer ? rule.summerOffset : rule.offset;
}

} // namespace fern
